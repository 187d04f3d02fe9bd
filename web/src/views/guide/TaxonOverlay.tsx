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
import { strings } from './strings';
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
    <Box aria-label={strings.yours2} data-screen-only={said ? undefined : true}>
      <Row>
        <h2>{strings.yours2}</h2>
        <Button aria-expanded={open} onPress={() => setOpen(!open)}>
          {open ? strings.close : said ? strings.changeWhatYouWrote : strings.writeANameANote}
        </Button>
      </Row>
      {!open && said && said.common.length > 0 && <p>{strings.youCallIt(said.common.join(', '))}</p>}
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
      <Text label={strings.whatItIsCalledWhere} value={names} onChange={(names) => setDraft({ ...draft, names })} />
      <Text label={strings.yourNote} value={note} onChange={(note) => setDraft({ ...draft, note })} long />
      <Row>
        <Primary isDisabled={isPending} onPress={() => send(scores, onClose)}>
          {strings.keepNameAndNote}
        </Primary>
      </Row>
      <h3>{strings.correctWhatItShows}</h3>
      <p>{strings.yourScoreStandsInPlace}</p>
      <Pick
        label={strings.feature}
        value={edited}
        onChange={setEdited}
        options={[
          { id: '', name: strings.chooseOne },
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
        <ul aria-label={strings.yourCorrections}>
          {Object.keys(scores).map((id) => (
            <li key={id}>
              <Row>
                <strong>{guide.character(id)?.name ?? id}</strong>
                <Quiet
                  onPress={() => send(Object.fromEntries(Object.entries(scores).filter(([k]) => k !== id)), () => {})}
                >
                  {strings.backToTheGuides}
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
