import type { Harm, Organ, Schema, Verdict } from '../api/client';

/** What each verdict says on screen. None of them says that a specimen may be eaten. */
export const verdictWords: Record<Verdict, { say: string; short: string }> = {
  leave: { say: 'Leave it.', short: 'Leave it' },
  'keep-looking': { say: 'Keep looking.', short: 'Keep looking' },
  'no-match': { say: 'No match. Leave it.', short: 'No match' },
  'show-someone': { say: 'Show it to somebody who was taught.', short: 'Show somebody' },
  'ruled-clear': { say: 'No harmful species in this guide still fits.', short: 'None still fits' },
};

/** What each class of harm is called, and how many thorns it has. */
export const harmWords: Record<Harm, { thorns: number; say: string }> = {
  deadly: { thorns: 3, say: 'Three thorns: deadly' },
  serious: { thorns: 2, say: 'Two thorns: hospital' },
  unknown: { thorns: 2, say: 'Two thorns: harm not known' },
  upset: { thorns: 1, say: 'One thorn: makes you ill' },
  none: { thorns: 0, say: 'Not to be touched' },
};

/** The margin in words. */
export function marginWords(margin: number | null): string {
  if (margin === null) return 'nothing harmful to check it against';
  if (margin === 0) return 'It could still be a harmful one';
  return margin === 1 ? 'mistake, and it could be a harmful one' : 'mistakes at once, before it could be a harmful one';
}

/** Organs, as they are called on screen. */
export const organWords: Record<Organ, string> = {
  specimen: 'The piece in your hand',
  habit: 'How it grows',
  underside: 'Underside',
  cap: 'Cap',
  stem: 'Stem',
  leaf: 'Leaf',
  flower: 'Flower',
  fruit: 'Fruit',
  root: 'Root',
  bud: 'Bud',
  flesh: 'Flesh',
  scent: 'Smell',
  print: 'Spore print',
  place: 'Place',
  season: 'Season',
};

/** A part that is there in a season, within a sentence: of a mushroom it is the whole of it. */
export const partWords = (organ: Organ): string =>
  organ === 'habit' ? 'the whole of it' : organWords[organ].toLowerCase();

export const doneWords: Record<NonNullable<Schema['Closing']['done']>, string> = {
  took: 'Took it',
  left: 'Left it',
  kept: 'Kept for a second opinion',
};

/** What a record is for. */
export const purposes: { id: 'eat' | 'touch'; name: string }[] = [
  { id: 'eat', name: 'To eat' },
  { id: 'touch', name: 'Only to touch, cut or clear' },
];

const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
export const monthsInFull = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** A day in full: “Friday 27 November”. */
export function dayInFull(day: string): string {
  const at = new Date(`${day}T12:00`);
  return `${weekdays[at.getDay()]} ${at.getDate()} ${monthsInFull[at.getMonth()]}`;
}

/** A number of minutes, shortly. */
export function minutes(n: number): string {
  if (n < 1) return n <= 0.25 ? 'a glance' : 'half a minute';
  return n === 1 ? '1 min' : `${Math.round(n * 2) / 2} min`;
}

/** Today, as the platform's own calendar has it. */
export function today(): string {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}
