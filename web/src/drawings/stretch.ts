const arity: Record<string, number> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 };

/** A path drawn wider or narrower about a line down its middle: every x is moved, no y. Strokes keep their width. */
export function stretch(d: string, by: number, middle: number): string {
  const out: string[] = [];
  for (const [, letter = '', numbers = ''] of d.matchAll(/([a-zA-Z])([^a-zA-Z]*)/g)) {
    const low = letter.toLowerCase();
    const every = arity[low] ?? 2;
    const relative = letter === low;
    const values = (numbers.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
    const moved = values.map((v, i) => {
      const at = every === 0 ? 0 : i % every;
      const along = low === 'h' || (low === 'a' ? at === 5 : low !== 'v' && at % 2 === 0);
      if (low === 'a' && at === 0) return v * by;
      if (!along) return v;
      return relative ? v * by : middle + (v - middle) * by;
    });
    out.push(letter + moved.map((v) => Math.round(v * 100) / 100).join(' '));
  }
  return out.join('');
}
