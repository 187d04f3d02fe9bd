import { useState } from 'react';
import styled from 'styled-components';
import type { Schema, Score, TaxonPage } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useOverlay } from '../../api/useOverlay';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Text } from '../../components/Fields';
import { Pick } from '../../components/Pick';
import { c } from '../../theme/tokens';
import { namesOf } from './names';
import { ScoreEditor } from './ScoreEditor';
import { useConfirmedChange } from './useConfirmedChange';

const Box = styled.section`
  border: 1.5px dashed ${c('stone')};
  border-radius: 14px;
  padding: 14px 16px;
  margin-top: 18px;
  display: grid;
  gap: 12px;
  h2 { margin: 0; }
  .note { white-space: pre-line; }
`;

/** What the user says of a taxon of the guide: names where they are, a note, and corrections of what it shows. */
export function TaxonOverlay({ page }: { page: TaxonPage }) {
  const { data: own } = useOverlay();
  const [open, setOpen] = useState(false);
  if (!own) return null;
  const said = own.corrections.find((x) => x.taxon === page.view.id);
  return (
    <Box aria-label="Yours" data-screen-only={said ? undefined : true}>
      <Row>
        <h2>Yours</h2>
        <Button aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? 'Close' : said ? 'Change what you wrote' : 'Write a name, a note, a correction'}
        </Button>
      </Row>
      {!open && said && said.common.length > 0 && <p>You call it {said.common.join(', ')}.</p>}
      {!open && said?.note && <p className="note">{said.note}</p>}
      {open && <Form key={JSON.stringify(said ?? '')} page={page} said={said} onClose={() => setOpen(false)} />}
    </Box>
  );
}

function Form({
  page,
  said,
  onClose,
}: {
  page: TaxonPage;
  said: Schema['OverlayCorrection'] | undefined;
  onClose: () => void;
}) {
  const { guide } = useGuide();
  const { keep, isPending, dialog } = useConfirmedChange();
  const [draft, setDraft] = useDraft<{ names?: string; note?: string }>(`words ${page.view.id}`);
  const { names = (said?.common ?? []).join(', '), note = said?.note ?? '' } = draft ?? {};
  const [edited, setEdited] = useState('');
  const scores: Record<string, Score> = said?.scores ?? {};
  const character = guide?.character(edited);
  const send = (next: Record<string, Score>, done: () => void) =>
    keep({ do: 'correct', taxon: page.view.id, common: namesOf(names), note, scores: next }, () => {
      setDraft(undefined);
      done();
    });
  if (!guide) return null;
  return (
    <>
      <Text
        label="What it is called where you are, with commas between"
        value={names}
        onChange={(names) => setDraft({ ...draft, names })}
      />
      <Text label="Your note" value={note} onChange={(note) => setDraft({ ...draft, note })} long />
      <Row>
        <Primary isDisabled={isPending} onPress={() => send(scores, onClose)}>
          Keep name and note
        </Primary>
      </Row>
      <h3>Correct what it shows</h3>
      <p>
        Your score stands in place of the guide's. Whatever it can show belongs in it, however seldom: what is left out
        will speak against it.
      </p>
      <Pick
        label="Feature"
        value={edited}
        onChange={setEdited}
        options={[
          { id: '', name: 'Choose one' },
          ...guide.characters
            .filter((x) => x.organ !== 'specimen' && x.kingdoms.includes(page.view.kingdom))
            .map((x) => ({ id: x.id, name: `${x.name}${scores[x.id] ? ' (yours)' : ''}` })),
        ]}
      />
      {character && (
        <ScoreEditor
          key={edited}
          character={character}
          score={page.scores.find((s) => s.character === edited)?.score}
          onKeep={(score) => send({ ...scores, [edited]: score }, () => setEdited(''))}
          onClose={() => setEdited('')}
        />
      )}
      {Object.keys(scores).length > 0 && (
        <ul aria-label="Your corrections">
          {Object.keys(scores).map((id) => (
            <li key={id}>
              <Row>
                <strong>{guide.character(id)?.name ?? id}</strong>
                <Quiet
                  onPress={() => send(Object.fromEntries(Object.entries(scores).filter(([k]) => k !== id)), () => {})}
                >
                  Back to the guide's
                </Quiet>
              </Row>
            </li>
          ))}
        </ul>
      )}
      {dialog}
    </>
  );
}
