import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** Taxa found by any of their names, misspelt ones too; all of them for an empty query. */
export function useFound(q: string) {
  return useQuery({
    queryKey: ['taxa', q],
    queryFn: () => answered(api.GET('/api/v1/taxa', { params: { query: { q } } })),
    placeholderData: keepPreviousData,
  });
}

export type Stage = 'young' | 'mature' | 'old' | 'wet' | 'dry' | 'frosted' | '';

/** A taxon's page, its figure drawn for a stage and a month; 0 for any month. */
export function usePage(id: string, stage: Stage, month: number) {
  return useQuery({
    queryKey: ['page', id, stage, month],
    queryFn: () =>
      answered(
        api.GET('/api/v1/taxa/{id}/page', {
          params: { path: { id }, query: { ...(stage ? { stage } : {}), ...(month ? { month } : {}) } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** A family: its taxa, and what they share. */
export function useFamily(name: string) {
  return useQuery({
    queryKey: ['family', name],
    queryFn: () => answered(api.GET('/api/v1/families/{name}', { params: { path: { name } } })),
    retry: false,
  });
}

/** What an observer does without. */
export interface Lacks {
  without: string[];
  no_colour: boolean;
  no_smell: boolean;
}

/** A taxon beside others, on what can be seen on a date (empty for any) by who lacks those; asked once that is known. */
export function useBeside(target: string, other: string[], date: string, lacks: Lacks | undefined) {
  return useQuery({
    queryKey: ['beside', target, other, date, lacks],
    queryFn: () =>
      answered(
        api.GET('/api/v1/beside', {
          params: { query: { target, other, ...(lacks as Lacks), ...(date ? { date } : {}) } },
        }),
      ),
    enabled: target !== '' && other.length > 0 && lacks !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The part of the guide that a key is of. */
export interface KeyPart extends Lacks {
  kingdom: 'fungi' | 'plantae';
  month: number;
  region: string;
  stage: '' | 'young' | 'mature' | 'old';
  look_only: boolean;
}

/** The next question of a key, after the answers given. */
export function useKeyStep(part: KeyPart | undefined, answer: string[]) {
  return useQuery({
    queryKey: ['key', part, answer],
    queryFn: () => answered(api.GET('/api/v1/key', { params: { query: { ...(part as KeyPart), answer } } })),
    enabled: part !== undefined,
    retry: false,
  });
}

/** A key written out. */
export function useBooklet(part: KeyPart | undefined) {
  return useQuery({
    queryKey: ['booklet', part],
    queryFn: () => answered(api.GET('/api/v1/key/booklet', { params: { query: part as KeyPart } })),
    enabled: part !== undefined,
    retry: false,
  });
}

/** Where a written key is to be had as a file: “.txt” for plain text, nothing for JSON. */
export function bookletFile(kind: '' | '.txt', { without, ...part }: KeyPart): string {
  const query = new URLSearchParams(Object.entries(part).map(([k, v]) => [k, String(v)]));
  for (const tool of without) query.append('without', tool);
  return `/api/v1/key/booklet${kind}?${query}`;
}
