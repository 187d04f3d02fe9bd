import { useState } from 'react';
import styled from 'styled-components';
import type { Asked } from '../../api/client';
import { Unreachable } from '../../api/reach';
import { type OverlayEdit, useChangeOverlay } from '../../api/useChangeOverlay';
import { Button, Primary, Row } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Popup } from '../../components/Popup';
import { Tick } from '../../components/Tick';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Grave = styled.ul`
  display: grid;
  gap: 8px;
  li { border-left: 6px solid ${c('thorn')}; padding-left: 12px; overflow-wrap: anywhere; }
  b.deadly { color: ${c('thorn')}; }
`;

/** Keeps changes of the user's own guide. What makes a wrong "take" easier is shown first, and kept only when it was
 * ticked as read and then kept a second time. */
export function useConfirmedChange() {
  const { mutateAsync, isPending } = useChangeOverlay();
  const [asked, setAsked] = useState<{ edit: OverlayEdit; confirm: string; asks: Asked[]; done: () => void }>();
  // Awaited, not handed to the mutation: what asked for it may be drawn anew by the very change, and must still be told.
  /** Gives what is wrong, where nothing could be kept. */
  const keep = async (edit: OverlayEdit, done: () => void = () => {}, confirm = ''): Promise<string | undefined> => {
    try {
      const answer = await mutateAsync({ edit, confirm });
      setAsked(answer.saved ? undefined : { edit, confirm: answer.confirm, asks: answer.asks, done });
      if (!answer.saved) return undefined;
      done();
      if (edit.do === 'undo') tell({ text: strings.takenBack });
      else tell({ text: strings.keptInYourGuide, action: { name: strings.undo, do: () => keep({ do: 'undo' }) } });
    } catch (error) {
      tell({ text: strings.nothingWasKept((error as Error).message), bad: true, while: error instanceof Unreachable });
      return (error as Error).message;
    }
    return undefined;
  };
  const dialog = asked && (
    <Sure
      asks={asked.asks}
      onClose={() => setAsked(undefined)}
      onKeep={() => keep(asked.edit, asked.done, asked.confirm)}
    />
  );
  return { keep, isPending, dialog };
}

function Sure({ asks, onClose, onKeep }: { asks: Asked[]; onClose: () => void; onKeep: () => void }) {
  const [read, setRead] = useState(false);
  const shown = asks.slice(0, 12);
  return (
    <Popup title={strings.nothingIsKeptYetRead} onClose={onClose} warns>
      <Grave>
        {shown.map((a) => (
          <li key={`${a.taxon} ${a.character} ${a.says}`}>
            <strong>{a.display_name}</strong>
            {a.harm !== 'none' && <b className="deadly"> ({harmWords[a.harm]?.say.toLowerCase()})</b>}
            <br />
            {a.says}
          </li>
        ))}
      </Grave>
      {asks.length > shown.length && <p>{strings.andMoreOfTheKind(asks.length - shown.length)}</p>}
      <p>{strings.aWrongScoreHereCan}</p>
      <Tick isSelected={read} onChange={setRead}>
        {strings.iHaveHeldThisAgainst}
      </Tick>
      <Row>
        <Primary onPress={onClose}>{strings.doNotKeepIt}</Primary>
        <Button isDisabled={!read} onPress={onKeep}>
          {strings.keepItAllTheSame}
        </Button>
      </Row>
    </Popup>
  );
}
