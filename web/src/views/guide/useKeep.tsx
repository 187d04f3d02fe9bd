import { useState } from 'react';
import styled from 'styled-components';
import type { Asked } from '../../api/client';
import { type OwnChange, useChangeOwn } from '../../api/useOwn';
import { c } from '../../look/tokens';
import { Button, Primary, Row } from '../../parts/Buttons';
import { Tick } from '../../parts/Fields';
import { tell } from '../../parts/Notice';
import { Popup } from '../../parts/Popup';
import { harmWords } from '../../parts/words';

const Grave = styled.ul`
  display: grid;
  gap: 8px;
  li { border-left: 6px solid ${c('thorn')}; padding-left: 12px; overflow-wrap: anywhere; }
  b.deadly { color: ${c('thorn')}; }
`;

/** Keeps changes of the user's own guide. What makes a wrong "take" easier is shown first, and kept only when it was
 * ticked as read and then kept a second time. */
export function useKeep() {
  const { mutateAsync, isPending } = useChangeOwn();
  const [asked, setAsked] = useState<{ change: OwnChange; confirm: string; asks: Asked[]; done: () => void }>();
  // Awaited, not handed to the mutation: what asked for it may be drawn anew by the very change, and must still be told.
  const keep = async (change: OwnChange, done: () => void = () => {}, confirm = ''): Promise<void> => {
    try {
      const answer = await mutateAsync({ change, confirm });
      setAsked(answer.saved ? undefined : { change, confirm: answer.confirm, asks: answer.asks, done });
      if (!answer.saved) return;
      done();
      if (change.do === 'undo') tell({ text: 'Taken back.' });
      else tell({ text: 'Kept in your guide.', action: { name: 'Undo', do: () => keep({ do: 'undo' }) } });
    } catch (error) {
      tell({ text: `Nothing was kept. ${(error as Error).message}`, bad: true });
    }
  };
  const dialog = asked && (
    <Sure
      asks={asked.asks}
      onClose={() => setAsked(undefined)}
      onKeep={() => keep(asked.change, asked.done, asked.confirm)}
    />
  );
  return { keep, isPending, dialog };
}

function Sure({ asks, onClose, onKeep }: { asks: Asked[]; onClose: () => void; onKeep: () => void }) {
  const [read, setRead] = useState(false);
  const shown = asks.slice(0, 12);
  return (
    <Popup title="Nothing is kept yet. Read this first" onClose={onClose} warns>
      <Grave>
        {shown.map((a) => (
          <li key={`${a.taxon} ${a.character} ${a.says}`}>
            <strong>{a.called}</strong>
            {a.harm !== 'none' && <b className="deadly"> ({harmWords[a.harm]?.say.toLowerCase()})</b>}
            <br />
            {a.says}
          </li>
        ))}
      </Grave>
      {asks.length > shown.length && <p>And {asks.length - shown.length} more of the kind.</p>}
      <p>
        A wrong score here can clear something that kills. Keep it only from a book, or from somebody who was taught.
      </p>
      <Tick isSelected={read} onChange={setRead}>
        I have held this against a second source
      </Tick>
      <Row>
        <Primary onPress={onClose}>Do not keep it</Primary>
        <Button isDisabled={!read} onPress={onKeep}>
          Keep it all the same
        </Button>
      </Row>
    </Popup>
  );
}
