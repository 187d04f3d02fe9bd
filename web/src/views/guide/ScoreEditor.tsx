import { useState } from 'react';
import styled from 'styled-components';
import type { Character, Schema } from '../../api/client';
import type { Score } from '../../api/useOwn';
import { c } from '../../look/tokens';
import { Button, Primary, Row } from '../../parts/Buttons';
import { Pick, Text } from '../../parts/Fields';
import { whenWords } from '../../parts/leafWords';
import { Drawing } from '../../pen/late';

const Box = styled.fieldset`
  border: 2px solid ${c('ink')};
  border-radius: 14px;
  padding: 14px;
  margin: 12px 0;
  display: grid;
  gap: 12px;
  legend { font-weight: 700; padding: 0 6px; }
  .states { display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 10px 18px; }
  .state { display: grid; grid-template-columns: 52px minmax(0, 1fr); gap: 10px; align-items: center; }
  .ends { display: grid; grid-template-columns: repeat(auto-fill, minmax(140px, 1fr)); gap: 10px; }
`;

const how = [
  { id: '', name: 'not shown' },
  { id: 'usual', name: 'shown' },
  { id: 'rare', name: 'seldom' },
  ...Object.entries(whenWords).map(([id, name]) => ({ id, name })),
];

const ends = [
  { id: 'min', name: 'Least, ever' },
  { id: 'low', name: 'Usually from' },
  { id: 'high', name: 'Usually to' },
  { id: 'max', name: 'Most, ever' },
] as const;

type Shown = Schema['ScoreView'];

/** Says what a taxon shows for a character, beginning with what is said so far. */
export function ScoreEditor({
  character,
  score,
  onKeep,
  onClose,
}: {
  character: Character;
  score: Shown | undefined;
  onKeep: (score: Score) => void;
  onClose: () => void;
}) {
  const [shows, setShows] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      [...(score?.states ?? [])].reverse().map((s) => [s.state, s.when || (s.rare ? 'rare' : 'usual')]),
    ),
  );
  const [numbers, setNumbers] = useState<Record<string, string>>(() => {
    const counts = score?.counts ?? [];
    const from = counts.length > 0 ? { min: Math.min(...counts), max: Math.max(...counts) } : score;
    return Object.fromEntries(ends.map(({ id }) => [id, String(from?.[id as 'min'] ?? '')]));
  });
  const [wrong, setWrong] = useState('');
  const keep = () => {
    if (character.kind === 'states') {
      const states = character.states.flatMap(({ id }): Score[] => {
        const as = shows[id];
        if (!as) return [];
        if (as === 'usual') return [id];
        return [as === 'rare' ? { state: id, rare: true } : { state: id, when: as }];
      });
      if (states.length === 0) return setWrong('Say at least one that it shows.');
      return onKeep(states);
    }
    const range: Record<string, number> = {};
    for (const { id, name } of ends) {
      const text = (numbers[id] ?? '').trim();
      if (text === '') continue;
      const value = Number(text.replace(',', '.'));
      if (Number.isNaN(value)) return setWrong(`“${name}” is not a number.`);
      range[id] = value;
    }
    if (Object.keys(range).length === 0) return setWrong('Give at least the least or the most.');
    onKeep(range);
  };
  return (
    <Box>
      <legend>{character.name}</legend>
      <p>{character.question}</p>
      {character.kind === 'states' ? (
        <div className="states">
          {character.states.map((s) => (
            <div className="state" key={s.id}>
              <Drawing character={character.id} state={s.id} size={48} />
              <Pick
                label={s.name}
                value={shows[s.id] ?? ''}
                onChange={(v) => setShows({ ...shows, [s.id]: v })}
                options={how}
              />
            </div>
          ))}
        </div>
      ) : (
        <div className="ends">
          {ends.map(({ id, name }) => (
            <Text
              key={id}
              label={`${name}${character.unit ? `, ${character.unit}` : ''}`}
              value={numbers[id] ?? ''}
              onChange={(v) => setNumbers({ ...numbers, [id]: v })}
              inputMode="decimal"
            />
          ))}
        </div>
      )}
      {wrong && <p role="alert">{wrong}</p>}
      <Row>
        <Primary onPress={keep}>Take this score</Primary>
        <Button onPress={onClose}>Leave it as it was</Button>
      </Row>
    </Box>
  );
}
