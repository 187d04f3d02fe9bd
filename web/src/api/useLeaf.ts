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

/** A taxon beside others. */
export function useBeside(target: string, other: string[], date: string, mine: boolean) {
  return useQuery({
    queryKey: ['beside', target, other, date, mine],
    queryFn: () =>
      answered(api.GET('/api/v1/beside', { params: { query: { target, other, mine, ...(date ? { date } : {}) } } })),
    enabled: target !== '' && other.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The part of the guide that a key is of. */
export interface KeyPart {
  kingdom: 'fungi' | 'plantae';
  month: number;
  region: string;
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
