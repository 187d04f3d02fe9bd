import type { ReactNode } from 'react';

/** What a specimen or taxon shows: a state for each character; what is left out was not looked at. */
export type Shown = Record<string, string | undefined>;

/** Measures and counts, by character, in the character's unit: what a figure's proportions follow. */
export type Sizes = Record<string, number | undefined>;

/** A part of a figure, marked with the reading that it draws, so that figures can be held against readings. */
export function Part({
  of,
  state,
  children,
  transform,
  bare,
}: {
  of: string;
  state: string | number | undefined;
  children?: ReactNode;
  transform?: string;
  /** Whether what is in it is drawn all the same where there is no reading. */
  bare?: boolean;
}) {
  if (state === undefined) return bare ? children : null;
  return (
    <g data-part={of} data-state={state} transform={transform}>
      {children}
    </g>
  );
}

/** The broken outline of a part that was not looked at, with its name. */
export function Missing({ name, x, y, d, small }: { name: string; x: number; y: number; d: string; small?: boolean }) {
  return (
    <g data-missing={name}>
      <path className="gone" d={d} />
      <text x={x} y={y} textAnchor="middle" fontSize={small ? 8 : undefined}>
        {name}?
      </text>
    </g>
  );
}
