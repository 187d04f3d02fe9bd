import { useState } from 'react';
import styled from 'styled-components';
import type { Character, Schema, Score } from '../../api/client';
import { Button, Primary, Quiet, Row, Toggle } from '../../components/Buttons';
import { oftenWords, whenWords } from '../../components/guideWords';
import { Pick } from '../../components/Pick';
import { Quantity } from '../../components/Quantity';
import { Drawing } from '../../drawings/lazy';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Box = styled.fieldset`
  border: 2px solid ${c('ink')};
  border-radius: 14px;
  padding: 14px;
  margin: 12px 0;
  display: grid;
  gap: 12px;
  legend { font-weight: 700; padding: 0 6px; }
  .states { display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 10px 18px; }
  .state { display: grid; grid-template-columns: 52px minmax(0, 1fr); gap: 10px; align-items: start; }
  .state button { margin-top: 8px; }
  .ends { display: grid; grid-template-columns: repeat(auto-fill, minmax(140px, 1fr)); gap: 10px; align-items: end; }
`;

type Shown = Schema['ShownState'];

/** How a state may be shown, by the id of the choice. */
const ways: Record<string, Way> = {
  usual: { name: 'shown', rare: false, when: '' },
  sometimes: { name: strings.nowAndThen, sometimes: true, rare: false, when: '' },
  rare: { name: 'seldom', rare: true, when: '' },
  ...Object.fromEntries(
    Object.entries(whenWords).flatMap(([when, name]) => [
      [when, { name, rare: false, when }],
      [`sometimes ${when}`, { name: strings.nowAndThen2(name), sometimes: true, rare: false, when }],
      [`rare ${when}`, { name: strings.seldom(name), rare: true, when }],
    ]),
  ),
};

interface Way {
  name: string;
  sometimes?: boolean;
  rare: boolean;
  when: string;
}

/** Stands for a share in numbers, as files may give it; the form shows it and leaves it as it is. */
const share = 'share';

const wayOf = (s: Shown): string => {
  if (s.share) return share;
  const often = s.rare ? 'rare' : s.sometimes ? 'sometimes' : '';
  return [often, s.when].filter(Boolean).join(' ') || 'usual';
};

const options = [{ id: '', name: strings.notShown }, ...Object.entries(ways).map(([id, { name }]) => ({ id, name }))];

const ends = [
  { id: 'min', name: strings.leastEver },
  { id: 'low', name: strings.usuallyFrom },
  { id: 'high', name: strings.usuallyTo },
  { id: 'max', name: strings.mostEver },
] as const;

interface Props {
  character: Character;
  score: Score | undefined;
  onKeep: (score: Score) => void;
  onClose: () => void;
}

/** Says what a taxon shows for a character, beginning with what is said so far. */
export function ScoreEditor({ character, score, onKeep, onClose }: Props) {
  const [draft, setDraft] = useState<Score>(score ?? { states: [], counts: [] });
  const [wrong, setWrong] = useState('');
  const keep = () => {
    const says = draft.states.length + draft.counts.length > 0 || ends.some(({ id }) => draft[id] !== undefined);
    if (says) return onKeep(draft);
    setWrong(character.kind === 'states' ? strings.sayAtLeastOneThat : strings.giveAtLeastTheLeast);
  };
  return (
    <Box>
      <legend>{character.name}</legend>
      <p>{character.question}</p>
      {character.kind === 'states' ? (
        <States character={character} shown={draft.states} onChange={(states) => setDraft({ ...draft, states })} />
      ) : (
        <Numbers character={character} draft={draft} onChange={setDraft} />
      )}
      {wrong && <p role="alert">{wrong}</p>}
      <Row>
        <Primary onPress={keep}>{strings.takeThisScore}</Primary>
        <Button onPress={onClose}>{strings.leaveItAsItWas}</Button>
      </Row>
    </Box>
  );
}

/** Each state with the ways in which it is shown: none, one or several. */
function States({
  character,
  shown,
  onChange,
}: {
  character: Character;
  shown: Shown[];
  onChange: (shown: Shown[]) => void;
}) {
  return (
    <div className="states">
      {character.states.map(({ id, name }) => {
        const own = shown.filter((s) => s.state === id);
        const put = (at: number, way: string) => {
          if (way === share) return;
          const next = [...own];
          const { name: _, ...how } = ways[way] ?? { name: '', rare: false, when: '' };
          if (way === '') next.splice(at, 1);
          else next[at] = { state: id, ...how };
          onChange(character.states.flatMap((s) => (s.id === id ? next : shown.filter((x) => x.state === s.id))));
        };
        return (
          <div className="state" key={id}>
            <Drawing character={character.id} state={id} size={48} />
            <div>
              {(own.length > 0 ? own.map(wayOf) : ['']).map((way, i) => (
                <Pick
                  key={i}
                  label={i === 0 ? name : `${name}, also`}
                  value={way}
                  onChange={(v) => put(i, v)}
                  options={
                    way === share
                      ? [...options, { id: share, name: oftenWords(own[i]?.share ?? 1) || 'usual, nearly' }]
                      : options
                  }
                />
              ))}
              {own.length > 0 && <Quiet onPress={() => put(own.length, 'rare')}>{strings.alsoOtherwise}</Quiet>}
            </div>
          </div>
        );
      })}
    </div>
  );
}

/** A range; of a count also a set of numbers and nothing between them. */
function Numbers({
  character,
  draft,
  onChange,
}: {
  character: Character;
  draft: Score;
  onChange: (score: Score) => void;
}) {
  const [set, setSet] = useState(draft.counts.length > 0);
  const [next, setNext] = useState<number>();
  const count = character.kind === 'count';
  const counts = draft.counts;
  const add = () => {
    if (next === undefined) return;
    onChange({ states: [], counts: [...new Set([...counts, next])].sort((a, b) => a - b) });
    setNext(undefined);
  };
  return (
    <>
      {count && (
        <Row role="group" aria-label={strings.howTheNumberVaries}>
          <Toggle
            isSelected={!set}
            onChange={() => {
              setSet(false);
              onChange({ states: [], counts: [] });
            }}
          >
            {strings.anyNumberFromOneTo}
          </Toggle>
          <Toggle
            isSelected={set}
            onChange={() => {
              setSet(true);
              onChange({ states: [], counts });
            }}
          >
            {strings.onlyCertainNumbers}
          </Toggle>
        </Row>
      )}
      {set ? (
        <>
          <Row as="ul" aria-label={strings.numbersThatItShows}>
            {counts.map((n) => (
              <li key={n}>
                <Button
                  aria-label={strings.takeOut(n)}
                  onPress={() => onChange({ states: [], counts: counts.filter((x) => x !== n) })}
                >
                  {n} ×
                </Button>
              </li>
            ))}
          </Row>
          <div className="ends">
            <Quantity label={strings.oneNumber} value={next} onChange={setNext} whole />
            <Button onPress={add}>{strings.addIt}</Button>
          </div>
        </>
      ) : (
        <div className="ends">
          {ends.map(({ id, name }) => (
            <Quantity
              key={id}
              label={name}
              unit={character.unit}
              value={draft[id]}
              onChange={(v) => onChange({ ...draft, counts: [], [id]: v })}
              whole={count}
            />
          ))}
        </div>
      )}
    </>
  );
}
