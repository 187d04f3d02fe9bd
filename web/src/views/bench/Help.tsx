import { useMemo, useState } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';
import { c } from '../../look/tokens';
import { Button } from '../../parts/Buttons';
import { useShortcuts } from './useShortcuts';

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
  dl { display: grid; grid-template-columns: 4rem 1fr; gap: 6px; }
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

/** The keys of the bench, behind a question mark. */
export function Help() {
  const [open, setOpen] = useState(false);
  useShortcuts(useMemo(() => ({ '?': () => setOpen(true) }), []));
  return (
    <>
      <Button aria-label="Keys" onPress={() => setOpen(true)}>
        ?
      </Button>
      <Shade isOpen={open} onOpenChange={setOpen} isDismissable>
        <Modal>
          <Sheet>
            <Heading slot="title">Keys of the bench</Heading>
            <dl>{keys.map(([key, does]) => [<dt key={key}>{key}</dt>, <dd key={does}>{does}</dd>])}</dl>
            <Button onPress={() => setOpen(false)}>Close</Button>
          </Sheet>
        </Modal>
      </Shade>
    </>
  );
}
