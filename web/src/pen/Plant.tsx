import type { ReactNode } from 'react';
import { flowerParts } from './flowers';
import { fruitParts } from './fruits';
import { leafParts } from './leaves';
import { stemParts } from './stems';

type Parts = Record<string, Record<string, ReactNode>>;

const merged = (...all: Parts[]): Parts => {
  const out: Parts = {};
  for (const parts of all)
    for (const [character, states] of Object.entries(parts)) out[character] = { ...out[character], ...states };
  return out;
};

/** Drawings of a plant's parts, by character and state. Each character's states stand in one pose. */
export const plantParts: Parts = merged(leafParts, flowerParts, stemParts, fruitParts);

/** What is drawn apart, larger than it stands on the plant: the first of each row that was looked at, at its place. */
const apart: { of: string[]; at: string }[] = [
  { of: ['leaf-division', 'leaf-shape'], at: 'translate(84 84) scale(0.4)' },
  { of: ['leaf-margin', 'leaf-veins'], at: 'translate(-6 60) scale(0.36)' },
  { of: ['stem-section', 'stem-core'], at: 'translate(-6 150) scale(0.3)' },
  { of: ['fruit-type', 'seed-shape'], at: 'translate(92 148) scale(0.32)' },
];

/** A plant as read so far, in a box of 120 by 200: what was not looked at is a broken line. */
export function PlantFigure({ shown }: { shown: Record<string, string | undefined> }) {
  const part = (character: string, gone: ReactNode, transform: string) => {
    const state = shown[character];
    const drawn = state ? plantParts[character]?.[state] : undefined;
    return <g transform={transform}>{drawn ?? gone}</g>;
  };
  const form = shown['growth-form'];
  return (
    <>
      {part(
        'inflorescence',
        part('fruit-type', <circle className="gone" cx="60" cy="50" r="30" />, ''),
        'translate(33 0) scale(0.45)',
      )}
      <path
        className={form ? '' : 'gone'}
        strokeWidth={form === 'tree' ? 5 : form === 'dwarf-shrub' ? 3.4 : 2}
        d="M60 42V148"
      />
      {part(
        'leaf-arrangement',
        <path className="gone" d="M60 74C40 60 24 64 14 74M60 54C80 40 96 44 106 54" />,
        'translate(0 48)',
      )}
      {part(
        'root',
        <path className="gone" d="M48 26C50 56 56 76 60 96C64 76 70 56 72 26" />,
        'translate(24 132) scale(0.6)',
      )}
      {apart.map(({ of, at }) => {
        // A leaf that is not divided tells more by its outline.
        const character = of.find((id) => shown[id] && shown[id] !== 'simple');
        const drawn = character && plantParts[character]?.[shown[character] ?? ''];
        return drawn ? (
          <g key={at} transform={at} className="fine">
            {drawn}
          </g>
        ) : null;
      })}
    </>
  );
}
