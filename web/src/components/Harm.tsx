import { Sheet } from '../drawings/Sheet';

/** A cane with its thorns; felled where it is down. */
export function Stalk({ thorns, down, small }: { thorns: number; down?: boolean; small?: boolean }) {
  const at = [14, 34, 54].slice(0, thorns);
  return (
    <Sheet viewBox="0 0 30 74" width={small ? 16 : 30} height={small ? 40 : 74} aria-hidden>
      <path className={down ? 'gone' : ''} d="M15 72C13 50 17 30 15 2" />
      {at.map((y, i) => (
        <path key={y} className="thorn" d={i % 2 ? `M15 ${y}L4 ${y - 7}l8 11z` : `M15 ${y}l11-6-8 11z`} />
      ))}
      {down && <path d="M6 66L24 56" />}
    </Sheet>
  );
}
