import type { ReactNode } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { c } from '../theme/tokens';

const Shade = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  place-items: center;
  background: rgb(0 0 0 / 0.55);
`;

const Sheet = styled(Dialog)`
  background: ${c('paper')};
  color: ${c('ink')};
  padding: 22px;
  border-radius: 16px;
  width: min(480px, 92vw);
  max-height: 90dvh;
  overflow: auto;
  display: grid;
  gap: 12px;
  h2 { font-size: 21px; }
`;

/** Something that is read, or decided, before anything else. Escape, or a touch beside it, closes it. */
export function Popup({
  title,
  onClose,
  children,
  warns,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  warns?: boolean;
}) {
  return (
    <Shade isOpen onOpenChange={onClose} isDismissable>
      <Modal>
        <Sheet role={warns ? 'alertdialog' : 'dialog'}>
          <Heading slot="title" level={2}>
            {title}
          </Heading>
          {children}
        </Sheet>
      </Modal>
    </Shade>
  );
}
