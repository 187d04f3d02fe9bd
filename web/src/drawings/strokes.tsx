import type { ReactNode } from 'react';

/** Drawings of a character's states, each as strokes: a class of the sheet, a colon, a path; the next after a bar. */
export type Strokes = Record<string, Record<string, string>>;

export function inked(strokes: string): ReactNode {
  if (!strokes) return null;
  return strokes.split('|').map((stroke) => {
    const [cls, d] = stroke.split(':');
    return <path key={stroke} className={cls || undefined} d={d} />;
  });
}

/** A circle as a path, for strokes. */
export const disc = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/** A leaf from its foot towards (x + dx, y + dy). */
export const leafTo = (x: number, y: number, dx: number, dy: number): string => {
  const [nx, ny] = [-dy * 0.28, dx * 0.28];
  return `M${x} ${y}Q${x + dx / 2 + nx} ${y + dy / 2 + ny} ${x + dx} ${y + dy}Q${x + dx / 2 - nx} ${y + dy / 2 - ny} ${x} ${y}Z`;
};

/** The same drawings as nodes; which characters and states they are of is known to the types. */
export const drawAll = <S extends Strokes>(strokes: S): { [C in keyof S]: { [K in keyof S[C]]: ReactNode } } =>
  Object.fromEntries(
    Object.entries(strokes).map(([character, states]) => [
      character,
      Object.fromEntries(Object.entries(states).map(([state, s]) => [state, inked(s)])),
    ]),
  ) as { [C in keyof S]: { [K in keyof S[C]]: ReactNode } };

/** Drawings of parts, by character and state. */
export type Parts = Record<string, Record<string, ReactNode>>;

/** Parts put together, the states of each character too. */
export const merged = <A extends Parts, B extends Parts>(a: A, b: B): A & B => {
  const out: Parts = { ...a };
  for (const [character, states] of Object.entries(b)) out[character] = { ...out[character], ...states };
  return out as A & B;
};
