import type { Character, Reading, Settings } from '../api/client';
import type { Book } from '../api/useGuide';

const perMillimetre: Record<string, number> = { mm: 1, cm: 10 };

/** A number in the user's own units, as it is read aloud. */
function size(value: number, character: Character, imperial: boolean): string {
  const mm = perMillimetre[character.unit];
  if (!mm || !imperial) return `${value}${character.unit ? ` ${character.unit}` : ''}`;
  return `${Math.round(((value * mm) / 25.4) * 10) / 10} in`;
}

/** What a reading says, in words. */
export function readingWords(
  reading: Reading,
  character: Character | undefined,
  book: Book,
  settings: Settings,
): string {
  if (reading.unseen) return `not seen: ${book.unseen.find((u) => u.id === reading.unseen)?.name.toLowerCase()}`;
  const imperial = settings.units === 'imperial';
  let says: string;
  if (reading.states) says = reading.states.map((s) => character?.states.find((x) => x.id === s)?.name ?? s).join('; ');
  else if (!character) says = '';
  else if (reading.value !== undefined) says = size(reading.value, character, imperial);
  else says = `${size(reading.low ?? 0, character, imperial)} to ${size(reading.high ?? 0, character, imperial)}`;
  return `${says}${reading.sure ? '' : ' (not sure)'}`;
}
