import type { Kingdom, Lacks } from './client';

/** The part of the guide that a key is of. */
export interface KeyScope extends Lacks {
  kingdom: Kingdom;
  month: number;
  region: string;
  stage: '' | 'young' | 'mature' | 'old';
  look_only: boolean;
}

/** Where a written key is to be had as a file: “.txt” for plain text, nothing for JSON. */
export function printedKeyFile(kind: '' | '.txt', { without, ...scope }: KeyScope): string {
  const query = new URLSearchParams(Object.entries(scope).map(([k, v]) => [k, String(v)]));
  for (const tool of without) query.append('without', tool);
  return `/api/v1/key/printed${kind}?${query}`;
}
