import type { ReactNode } from 'react';
import styled from 'styled-components';
import { c } from '../theme/tokens';
import { Details } from './Details';
import { fungusParts } from './fungi';
import { furtherParts } from './further';
import { Habit } from './Habit';
import { Cut, Halved } from './Halved';
import { Mushroom } from './Mushroom';
import { marks } from './marks';
import { plantParts } from './plantParts';
import { Sheet } from './Sheet';
import { scentParts } from './scents';
import { merged } from './strokes';
import { swatches } from './swatches';
import type { StatesOf } from './vocabulary';

export { Details, Habit, Halved };

/** A character whose states are told by their colour. */
type Coloured =
  | 'gill-colour'
  | 'cap-colour'
  | 'flesh-colour'
  | 'spore-print'
  | 'flower-colour'
  | 'flesh-change'
  | 'inner-bark'
  | 'pith-colour'
  | 'root-colour'
  | 'fruit-colour'
  | 'stem-colour';

/** Where on the sheet a character's states are drawn, so that all of them stand in one pose; else on the whole of it. */
const boxes: Partial<Record<keyof StatesOf, string>> = {
  underside: '6 10 108 90',
  'stem-ring': '0 10 120 124',
  'stem-base': '16 70 88 66',
  'stem-net': '26 50 68 80',
  'stem-surface': '26 50 68 80',
  'cap-shape': '0 4 120 130',
  'cap-surface': '6 8 108 64',
  'cap-patches': '6 8 108 64',
  'cap-margin': '6 8 108 74',
  'gill-attachment': '0 8 120 120',
  'stem-inside': '0 8 120 120',
  'cut-section': '0 8 120 120',
};

/** States of a character that the figure of a mushroom shows, all in its own pose. */
const posed = <C extends keyof StatesOf, S extends StatesOf[C]>(character: C, states: readonly S[]) =>
  Object.fromEntries(
    states.map((state) => {
      const closed = state === 'closed' || state === 'cord';
      const shown = { ...(closed ? { 'cap-shape': 'ball' } : {}), [character]: state };
      return [state, <Mushroom key={state} shown={shown} focus={character} />];
    }),
  ) as Record<S, ReactNode>;

/** States of a character that a halved mushroom shows. */
const cut = <C extends keyof StatesOf, S extends StatesOf[C]>(character: C, states: readonly S[]) =>
  Object.fromEntries(
    states.map((state) => [state, <Cut key={state} show={{ [character]: state }} focus={character} />]),
  ) as Record<S, ReactNode>;

/** States that a colour tells. */
const colours = <S extends keyof typeof swatches>(...states: readonly S[]) =>
  Object.fromEntries(states.map((state) => [state, swatches[state]])) as Record<S, string>;

const tufts = {
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

/** The colour of every state of every character that colour tells. */
const coloured: { [C in Coloured]: Record<StatesOf[C], string> } = {
  'gill-colour': colours(
    'white',
    'yellow',
    'orange',
    'pink',
    'brown',
    'rust',
    'olive',
    'red',
    'grey',
    'violet',
    'green',
  ),
  'cap-colour': colours('white', 'yellow', 'orange', 'red', 'green', 'brown', 'grey', 'black', 'violet'),
  'flesh-colour': colours('white', 'yellow', 'orange', 'brown', 'dark'),
  'spore-print': colours('white', 'ochre', 'pink', 'rust', 'chocolate', 'olive', 'black', 'green'),
  'flower-colour': colours('white', 'pink-purple', 'green', 'yellow', 'brown-violet', 'blue', 'red', 'orange'),
  'flesh-change': colours('none', 'bright-yellow', 'dull-yellow', 'blue', 'pink-red', 'brown', 'black', 'green'),
  'stem-colour': colours('white', 'yellow', 'red', 'brown', 'grey', 'violet', 'black'),
  'inner-bark': colours('green-white', 'yellow', 'red'),
  'pith-colour': colours('white', 'brown'),
  'root-colour': colours('white', 'yellow', 'red', 'brown'),
  'fruit-colour': colours('red', 'orange', 'blue-black', 'white', 'green', 'brown'),
};

/** The drawing of every state of every other character. A state of the guide that has none does not compile. */
const drawn: { [C in Exclude<keyof StatesOf, Coloured>]: Record<StatesOf[C], ReactNode> } = {
  ...merged(merged(merged(marks, plantParts), fungusParts), merged(furtherParts, scentParts)),
  underside: { ...posed('underside', ['gills', 'ridges', 'pores', 'teeth', 'closed']), ...fungusParts.underside },
  'stem-ring': { ...posed('stem-ring', ['none', 'thin-band', 'skirt', 'cobweb']), ...fungusParts['stem-ring'] },
  'stem-base': { ...posed('stem-base', ['plain', 'narrowed', 'swollen', 'sac', 'cord']), ...fungusParts['stem-base'] },
  'stem-net': posed('stem-net', ['none', 'fine', 'coarse']),
  'stem-surface': {
    ...posed('stem-surface', ['smooth', 'fibrous', 'shaggy', 'banded', 'netted', 'dotted']),
    ...fungusParts['stem-surface'],
  },
  'cap-shape': {
    ...posed('cap-shape', ['ball', 'dome', 'cone', 'flat', 'knob', 'funnel']),
    ...fungusParts['cap-shape'],
  },
  'cap-surface': {
    ...posed('cap-surface', ['smooth', 'fibrous', 'velvety', 'scaly', 'cracked']),
    ...fungusParts['cap-surface'],
  },
  'cap-patches': posed('cap-patches', ['none', 'patches']),
  'cap-margin': posed('cap-margin', ['even', 'inrolled', 'wavy', 'grooved', 'hung']),
  'gill-attachment': cut('gill-attachment', ['free', 'notched', 'broad', 'running-down']),
  'stem-inside': {
    ...marks['stem-inside'],
    ...cut('stem-inside', ['solid', 'stuffed', 'hollow']),
    ...fungusParts['stem-inside'],
  },
  'cut-section': {
    ...cut('cut-section', ['cap-and-stem', 'even-white', 'outline', 'dark-marbled', 'powdery']),
    ...fungusParts['cut-section'],
  },
  growth: { ...tufts, ...fungusParts.growth },
};

const colourOf: Record<string, Record<string, string>> = coloured;
const artOf: Record<string, Record<string, ReactNode>> = drawn;

/** The drawing of a state. It is decoration: the word stands beside it. */
export function Drawing({ character, state, size = 76 }: { character: string; state: string; size?: number }) {
  const dot = colourOf[character]?.[state];
  if (dot) return <Swatch aria-hidden style={{ background: dot }} />;
  const art = artOf[character]?.[state];
  if (!art) return null; // a guide from elsewhere may have states of its own
  const box = boxes[character as keyof StatesOf] ?? '0 0 120 100';
  return (
    <Sheet viewBox={box} height={size} width={size * 1.4} aria-hidden focusable="false">
      {art}
    </Sheet>
  );
}
