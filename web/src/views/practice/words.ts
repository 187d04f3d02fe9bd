import type { Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';

/** What the decks are called, and what stands where one is empty. */
export const deckWords: Record<Schema['Deck'], { name: string; none: string }> = {
  due: { name: 'Due today', none: 'Nothing is due' },
  misread: { name: 'What I misread', none: 'Nothing was misread yet' },
  pairs: { name: 'Pairs: what parts them?', none: 'There is none' },
  states: { name: 'Drawings and their names', none: 'There is none' },
  families: { name: 'Families', none: 'There is none' },
  season: { name: 'Pairs there now', none: 'Nothing is there now' },
  deadly: { name: 'Pairs with a deadly one', none: 'There is none here' },
};

/** A number to draw by, short enough to be told to somebody. */
export const aSeed = (): number => 1 + Math.floor(Math.random() * 9999);

/** What a specimen shows, in words. */
export function seenWords(guide: GuideIndex, s: Schema['Seen']): string {
  const character = guide.character(s.character);
  if (s.value !== undefined) return `${s.value}${character?.unit ? ` ${character.unit}` : ''}`;
  return character?.states?.find((x) => x.id === s.state)?.name ?? s.state;
}

/** When something is to be seen again, in days from now. */
export function dueWords(due: string): string {
  const days = Math.round((Date.parse(due) - Date.now()) / 86_400_000);
  return days <= 1 ? 'tomorrow' : `in ${days} days`;
}
