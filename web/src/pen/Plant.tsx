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
    </>
  );
}
