import { Sheet } from '../drawings/Sheet';

/** What a line of evidence weighs, in decibans: above 0 it cuts the cane, below 0 it puts a leaf back on it. */
export interface Mark {
  weight: number;
  full: boolean;
}

/** No line weighs more than this, in decibans; a cut as heavy goes all the way across. */
const most = 10;

/**
 * A cane with its thorns; felled where it is down. Cuts are as long as they weigh, from the foot upwards, thin where they are
 * only hints; what speaks for the harmful one puts a leaf on it.
 */
export function Stalk({
  thorns,
  down,
  small,
  marks = [],
}: {
  thorns: number;
  down?: boolean;
  small?: boolean;
  marks?: Mark[];
}) {
  const at = [14, 34, 54].slice(0, thorns);
  const cuts = marks.filter((m) => m.weight > 0).slice(0, 7);
  const leaves = marks.filter((m) => m.weight < 0).slice(-4);
  return (
    <Sheet viewBox="0 0 30 74" width={small ? 16 : 30} height={small ? 40 : 74} aria-hidden>
      <path className={down ? 'gone' : ''} d="M15 72C13 50 17 30 15 2" />
      {at.map((y, i) => (
        <path key={y} className="thorn" d={i % 2 ? `M15 ${y}L4 ${y - 7}l8 11z` : `M15 ${y}l11-6-8 11z`} />
      ))}
      {cuts.map((m, i) => {
        const half = 2 + (Math.min(m.weight, most) / most) * 11;
        const y = 68 - i * 9;
        return (
          <path
            key={i}
            className={m.full ? 'notch' : 'notch fine'}
            d={`M${15 - half} ${y + 2}L${15 + half} ${y - 2}`}
          />
        );
      })}
      {leaves.map((m, i) => {
        const size = 4 + (Math.min(-m.weight, most) / most) * 6;
        const y = 8 + i * 13;
        const side = i % 2 ? -1 : 1;
        return (
          <path
            key={i}
            className="leafback"
            d={`M15 ${y}q${side * size * 0.6} ${-size * 0.9} ${side * (size + 3)} ${-size * 0.2}q${-side * size * 0.3} ${size * 0.9} ${-side * (size + 3)} ${size * 0.2}z`}
          />
        );
      })}
      {down && <path d="M6 66L24 56" />}
    </Sheet>
  );
}
