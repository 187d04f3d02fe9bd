import { type CSSProperties, createContext, type ReactNode, useContext } from 'react';
import { swatchOf } from './swatches';

/** What a specimen or taxon shows: a state for each character; what is left out was not looked at. */
export type Shown = Record<string, string | undefined>;

/** Measures and counts, by character, in the character's unit: what a figure's proportions follow. */
export type Sizes = Record<string, number | undefined>;

/** The colours of a figure's parts; empty where it is drawn with the plain pen. */
export const Tints = createContext<Record<string, string>>({});

const outside = {
  'cap-shape': 'cap-colour',
  'cap-margin': 'cap-colour',
  underside: 'gill-colour',
  'stem-base': 'stem-colour',
  inflorescence: 'flower-colour',
  'flower-form': 'flower-colour',
  'petal-count': 'flower-colour',
  'fruit-type': 'fruit-colour',
  'fruit-stand': 'fruit-colour',
  root: 'root-colour',
};

const inside = {
  'cap-shape': 'flesh-colour',
  'stem-base': 'flesh-colour',
  'stem-inside': 'flesh-colour',
  'cut-section': 'flesh-colour',
  'cap-hang': 'flesh-colour',
  underside: 'gill-colour',
  'gill-attachment': 'gill-colour',
};

/** The characters whose colours a figure shows, in the order in which they are told. */
export const tinting: string[] = [...new Set(Object.values({ ...outside, ...inside }))];

/** The colours that a figure's parts are tinted with, by what it shows: of the whole, or of what is cut through. */
export function tintsOf(shown: Shown, cut: boolean): Record<string, string> {
  const out: Record<string, string> = {};
  for (const [part, character] of Object.entries(cut ? inside : outside)) {
    const colour = swatchOf(shown[character]);
    if (colour) out[part] = colour;
  }
  return out;
}

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
  const tint = useContext(Tints)[of];
  if (state === undefined) return bare ? children : null;
  return (
    <g
      data-part={of}
      data-state={state}
      transform={transform}
      {...(tint ? { 'data-tinted': true, style: { '--tint': tint } as CSSProperties } : {})}
    >
      {children}
    </g>
  );
}

/** Something tinted like a part, that is none itself. */
export function Tinted({ like, children }: { like: string; children: ReactNode }) {
  const tint = useContext(Tints)[like];
  return tint ? (
    <g data-tinted style={{ '--tint': tint } as CSSProperties}>
      {children}
    </g>
  ) : (
    children
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
