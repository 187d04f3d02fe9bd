import type { Schema } from '../../api/client';

/** What a look at a piece came to. */
export const findingWords: Record<Schema['Finding'], string> = {
  passes: 'passes',
  doubtful: 'doubtful',
  another: 'another kind',
  unchecked: 'not checked',
};

/** What is done with a piece. */
export const keepingWords: Record<Exclude<Schema['Keeping'], ''>, string> = {
  keep: 'keep it',
  trim: 'trim it',
  leave: 'leave it there',
};
