import type { ReactNode } from 'react';

/** Half the width of a blade, and how far up, along its side from foot (0) to tip (1); both in lengths of the blade. */
type Side = (s: number) => [number, number];

const bulge = (width: number, low: number): Side => {
  const power = Math.log(0.5) / Math.log(low); // puts the widest place at that height
  return (s) => [width * Math.sin(Math.PI * s ** power) ** 0.85, s];
};

const sides: Record<string, Side> = {
  narrow: (s) => [0.09 * Math.sin(Math.PI * s) ** 0.4, s],
  lance: bulge(0.2, 0.34),
  egg: bulge(0.31, 0.42),
  round: (s) => [0.45 * Math.sqrt(Math.max(0, 1 - (2 * s - 1) ** 2)), s],
  heart: (s) => [0.42 * Math.sin(Math.PI * s ** 0.62), s - 0.14 * Math.sin(Math.PI * Math.min(1, s / 0.36))],
  arrow: (s) =>
    s < 0.18 ? [1.9 * s, 0.14 - 2.1 * s] : [(0.342 * (1 - s)) / 0.82, -0.238 + (1.238 * (s - 0.18)) / 0.82],
  spoon: bulge(0.28, 0.7),
};

/** How far the edge stands out, in lengths of the blade, along its side. */
const edges: Record<string, (s: number) => number> = {
  entire: () => 0,
  'fine-teeth': (s) => 0.028 * ((s * 15) % 1),
  'round-teeth': (s) => 0.045 * Math.abs(Math.sin(Math.PI * s * 8)),
  'coarse-teeth': (s) => 0.08 * ((s * 6) % 1),
  cut: (s) => -0.13 * Math.abs(Math.sin(Math.PI * s * 4)) ** 0.6,
  spiny: (s) => 0.13 * Math.max(0, 1 - 5 * Math.abs(((s * 5) % 1) - 0.5)) - 0.02,
  crisped: (s) => 0.035 * Math.sin(2 * Math.PI * s * 7),
};

interface Leaf {
  shape?: string | undefined;
  margin?: string | undefined;
  lobed?: boolean;
}

/** Where a point of a blade lands that grows from (x, y) in a direction (degrees, 0 to the right, up is −90). */
function place(x: number, y: number, turn: number, length: number) {
  const a = (turn * Math.PI) / 180;
  const [ux, uy] = [Math.cos(a), Math.sin(a)];
  return (across: number, along: number) => {
    const px = x + length * (along * ux - across * uy);
    const py = y + length * (along * uy + across * ux);
    return `${px.toFixed(1)} ${py.toFixed(1)}`;
  };
}

/** The outline of a blade of length `length` that grows from (x, y) in a direction. */
export function outline({ shape, margin, lobed }: Leaf, x: number, y: number, turn: number, length: number): string {
  const side = sides[shape ?? 'egg'] ?? bulge(0.3, 0.42);
  const edge = edges[margin ?? 'entire'] ?? (() => 0);
  const at = place(x, y, turn, length);
  const steps = length < 24 ? 16 : 60;
  const points = (hand: 1 | -1) =>
    Array.from({ length: steps + 1 }, (_, i) => {
      const s = i / steps;
      const [w, along] = side(s);
      const lobe = lobed ? 1 - 0.5 * Math.abs(Math.sin(3 * Math.PI * s)) : 1;
      const out = Math.max(0, w * lobe + (i === 0 || i === steps ? 0 : edge(s) * Math.min(1, 4 * w)));
      return at(hand * out, along);
    });
  return `M${points(1).join('L')}L${points(-1).reverse().join('L')}Z`;
}

/** The veins of a blade: its middle one, and how the others run. */
function veins(
  kind: string | undefined,
  shape: string | undefined,
  x: number,
  y: number,
  turn: number,
  length: number,
) {
  const at = place(x, y, turn, length);
  const side = sides[shape ?? 'egg'] ?? bulge(0.3, 0.42);
  const line = (of: (s: number) => [number, number], from = 0, to = 1) =>
    `M${Array.from({ length: 13 }, (_, i) => at(...of(from + ((to - from) * i) / 12))).join('L')}`;
  const both = (of: (hand: number) => string) => of(1) + of(-1);
  const middle = `M${at(0, 0.02)}L${at(0, 0.97)}`;
  const ribs = [0.15, 0.32, 0.5, 0.66];
  switch (kind) {
    case 'parallel':
      return (
        [0.35, 0.7].map((k) => both((h) => line((s) => [h * k * side(s)[0], side(s)[1]], 0.04, 0.96))).join('') + middle
      );
    case 'three-main':
      return middle + both((h) => line((s) => [h * 0.55 * side(s)[0], Math.max(0, side(s)[1])], 0, 0.8));
    case 'straight':
      return (
        middle + ribs.map((s) => both((h) => `M${at(0, s)}L${at(h * 0.92 * side(s + 0.17)[0], s + 0.17)}`)).join('')
      );
    case 'net':
      return (
        middle +
        ribs
          .map((s) =>
            both((h) => {
              const w = side(s + 0.14)[0];
              return `M${at(0, s)}L${at(h * 0.4 * w, s + 0.05)}L${at(h * 0.75 * w, s + 0.13)}M${at(h * 0.4 * w, s + 0.05)}L${at(h * 0.3 * w, s + 0.17)}`;
            }),
          )
          .join('')
      );
    default:
      return middle;
  }
}

interface Whole extends Leaf {
  division?: string | undefined;
  kind?: string | undefined;
  leaflets?: number | undefined;
}

const fan = (n: number, from: number, to: number) =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / (n - 1));

/** A whole leaf that grows from (x, y) in a direction: one blade, or leaflets as it is divided. */
export function leafPaths(
  leaf: Whole,
  x: number,
  y: number,
  turn: number,
  length: number,
): { blades: string; lines: string } {
  const a = (turn * Math.PI) / 180;
  const point = (along: number): [number, number] => [
    x + length * along * Math.cos(a),
    y + length * along * Math.sin(a),
  ];
  const axis = (to: number) =>
    `M${x.toFixed(1)} ${y.toFixed(1)}L${point(to)
      .map((v) => v.toFixed(1))
      .join(' ')}`;
  const detailed = length >= 40;
  const one = (px: number, py: number, t: number, l: number) => ({
    blade: outline(l < 20 ? { ...leaf, margin: undefined } : leaf, px, py, t, l),
    line: detailed && l >= 16 ? veins(leaf.kind, leaf.shape, px, py, t, l) : '',
  });
  const join = (all: { blade: string; line: string }[], stalks: string) => ({
    blades: all.map((p) => p.blade).join(''),
    lines: stalks + all.map((p) => p.line).join(''),
  });
  const count = Math.round(leaf.leaflets ?? 0);
  if (leaf.shape === 'needle') {
    const needles = fan(9, 0.05, 0.95).flatMap((s) => {
      const [px, py] = point(s);
      return [-1, 1].map((h) => {
        const b = a + h * 0.9;
        return `M${px.toFixed(1)} ${py.toFixed(1)}l${(0.2 * length * Math.cos(b)).toFixed(1)} ${(0.2 * length * Math.sin(b)).toFixed(1)}`;
      });
    });
    return { blades: '', lines: axis(1) + needles.join('') };
  }
  switch (leaf.division) {
    case 'three': {
      const [px, py] = point(0.36);
      return join(
        [
          one(px, py, turn - 62, length * 0.52),
          one(px, py, turn, length * 0.64),
          one(px, py, turn + 62, length * 0.52),
        ],
        axis(0.36),
      );
    }
    case 'fingered': {
      const [px, py] = point(0.34);
      const n = Math.min(9, Math.max(4, count || 5));
      return join(
        fan(n, -100, 100).map((d) => one(px, py, turn + d, length * (0.66 - Math.abs(d) / 420))),
        axis(0.34),
      );
    }
    case 'feathered': {
      const pairs = Math.min(6, Math.max(2, Math.floor((count || 7) / 2)));
      const leaflets = fan(pairs, 0.24, 0.74).flatMap((s) => {
        const [px, py] = point(s);
        return [-58, 58].map((d) => one(px, py, turn + d, length * Math.min(0.36, 1.3 / pairs)));
      });
      const [tx, ty] = point(0.76);
      return join([...leaflets, one(tx, ty, turn, length * 0.26)], axis(0.8));
    }
    case 'twice': {
      let stalks = axis(0.9);
      const small = [0.2, 0.42, 0.62].flatMap((s, i) => {
        const [px, py] = point(s);
        return [-55, 55].flatMap((d) => {
          const b = ((turn + d) * Math.PI) / 180;
          const l = length * (0.46 - i * 0.11);
          stalks += `M${px.toFixed(1)} ${py.toFixed(1)}l${(l * Math.cos(b)).toFixed(1)} ${(l * Math.sin(b)).toFixed(1)}`;
          return [0.45, 0.8].flatMap((k) => {
            const [qx, qy] = [px + k * l * Math.cos(b), py + k * l * Math.sin(b)];
            return [-50, 50].map((e) => one(qx, qy, turn + d + e, l * 0.34));
          });
        });
      });
      const [tx, ty] = point(0.8);
      return join(
        [...small, one(tx, ty, turn, length * 0.2)].map((p) => ({ ...p, line: '' })),
        stalks,
      );
    }
    default:
      return join([one(x, y, turn, length)], '');
  }
}

/** How a leaf joins its stem, which stands upright at x = 14: what is drawn about the joint, and where the blade begins. */
export const joints: Record<string, { about: ReactNode; from: [number, number] }> = {
  stalked: { about: <path d="M14 74L34 64" />, from: [34, 64] },
  'winged-stalk': {
    about: <path className="fill" d="M14 78C22 74 28 66 36 58L40 66C32 72 24 80 14 82Z" />,
    from: [36, 63],
  },
  sheathing: { about: <path className="fill" d="M8 96C6 76 16 66 32 62L34 67C24 72 21 82 20 96Z" />, from: [32, 65] },
  sitting: { about: null, from: [14, 74] },
  clasping: { about: <path className="fill" d="M6 66C8 84 24 86 24 72C24 64 10 58 6 66Z" />, from: [16, 74] },
  papery: {
    about: (
      <>
        <path d="M18 68L34 62" />
        <path className="paper" d="M7 78L8 54L12 59L16 53L21 58L21 78Z" />
      </>
    ),
    from: [34, 62],
  },
  'inside-edge': { about: <path d="M14 86C26 84 40 74 44 62" />, from: [28, 68] },
  running: { about: <path className="fill" d="M10 92C8 78 8 70 14 62H18C18 74 18 84 16 94Z" />, from: [16, 72] },
};
