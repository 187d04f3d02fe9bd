import type { ReactNode } from 'react';
import styled from 'styled-components';
import { c } from '../look/tokens';
import { fungusParts } from './fungi';
import { Cut, Halved } from './Halved';
import { Mushroom } from './Mushroom';
import { marks } from './marks';
import { Details, Habit, plantParts } from './Plant';
import { Sheet } from './Sheet';
import { swatches } from './swatches';

export { Details, Habit, Halved };

/** Which part of the mushroom each character is seen on, so that all its states stand in one pose. */
const outside: Record<string, { box: string }> = {
  underside: { box: '6 10 108 90' },
  'stem-ring': { box: '0 10 120 124' },
  'stem-base': { box: '16 70 88 66' },
  'stem-net': { box: '26 50 68 80' },
  'stem-surface': { box: '26 50 68 80' },
  'cap-shape': { box: '0 4 120 130' },
  'cap-surface': { box: '6 8 108 64' },
  'cap-patches': { box: '6 8 108 64' },
  'cap-margin': { box: '6 8 108 74' },
};

const halved = ['gill-attachment', 'stem-inside', 'cut-section'];
const coloured = [
  'gill-colour',
  'cap-colour',
  'flesh-colour',
  'spore-print',
  'flower-colour',
  'flesh-change',
  'inner-bark',
  'pith-colour',
  'root-colour',
  'fruit-colour',
];

const tufts: Record<string, ReactNode> = {
  singly: (
    <g transform="translate(30 20) scale(0.5)">
      <Mushroom shown={{}} />
    </g>
  ),
  troop: [6, 40, 74].map((x, i) => (
    <g key={x} transform={`translate(${x} ${i === 1 ? 14 : 34}) scale(0.34)`}>
      <Mushroom shown={{}} />
    </g>
  )),
  tufted: [
    [14, -16],
    [38, 0],
    [60, 16],
  ].map(([x, turn]) => (
    <g key={x} transform={`translate(${x} 26) rotate(${turn} 20 60) scale(0.4)`}>
      <Mushroom shown={{ 'stem-base': 'narrowed' }} />
    </g>
  )),
};

const Swatch = styled.span`
  display: block;
  width: 56px;
  height: 56px;
  border-radius: 50%;
  border: 2px solid ${c('ink')};
`;

/** The drawing of a state, or nothing where a word says it better. It is decoration: the word stands beside it. */
export function Drawing({ character, state, size = 76 }: { character: string; state: string; size?: number }) {
  const dot = coloured.includes(character) ? swatches[state] : undefined;
  if (dot) return <Swatch aria-hidden style={{ background: dot }} />;
  let box = '0 0 120 100';
  let art: ReactNode;
  const pose = outside[character];
  const own = fungusParts[character]?.[state];
  if (own) {
    box = pose?.box ?? (halved.includes(character) ? '0 8 120 120' : box);
    art = own;
  } else if (pose) {
    box = pose.box;
    const closed = state === 'closed' || state === 'cord';
    art = <Mushroom shown={{ ...(closed ? { 'cap-shape': 'ball' } : {}), [character]: state }} focus={character} />;
  } else if (halved.includes(character) && state !== 'no-stem') {
    box = '0 8 120 120';
    art = <Cut show={{ [character]: state }} focus={character} />;
  } else if (character === 'growth') {
    art = tufts[state];
  } else {
    art = plantParts[character]?.[state] ?? marks[character]?.[state];
  }
  if (!art) return null;
  return (
    <Sheet viewBox={box} height={size} width={size * 1.4} aria-hidden focusable="false">
      {art}
    </Sheet>
  );
}
