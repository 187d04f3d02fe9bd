import type { Schema } from '../../api/client';

/** How far on a walk is. */
export const stateWords: Record<Schema['WalkState'], string> = {
  planned: 'Planned',
  'under-way': 'Under way',
  ended: 'Over',
};

/** Whether a target can be told that day. */
export const toldWords: Record<Schema['Told'], string> = {
  can: 'Can be told',
  depends: 'Hangs on the piece',
  cannot: 'Cannot be told',
  'not-in-season': 'Not in season',
};

/** Tools with their article: a knife and gloves. */
export const tools = (list: string[]): string =>
  list.map((t) => (t.endsWith('s') && t !== 'lens' ? t : `a ${t}`)).join(' and ');

/** Minutes, rounded up to whole ones: a walk is never shorter than it was said to be. */
export const whole = (minutes: number): string => `${Math.ceil(minutes)} min`;
