import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { c } from '../../look/tokens';
import { Button } from '../../parts/Buttons';

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
  max-width: min(440px, 92vw);
  display: grid;
  gap: 10px;
  dl { display: grid; gap: 6px; }
  dl > div { display: grid; grid-template-columns: 4rem 1fr; }
  dt { font-weight: 700; }
`;

const keys = [
  ['1 … 9', 'The state with that number'],
  ['u', 'Not sure of it, on or off'],
  ['m', 'Shows more than one, on or off'],
  ['x', "Can't see it, because …"],
  ['z, y', 'Undo, redo'],
  ['?', 'These keys'],
];

/** The keys of the bench. */
export default function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Shade isOpen onOpenChange={onClose} isDismissable>
      <Modal>
        <Sheet>
          <Heading slot="title">Keys of the bench</Heading>
          <dl>
            {keys.map(([key, does]) => (
              <div key={key}>
                <dt>{key}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <Button onPress={onClose}>Close</Button>
        </Sheet>
      </Modal>
    </Shade>
  );
}
