import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** Which round is meant: the same draws the same. */
export interface RoundOf {
  seed: number;
  count: number;
  month: number;
  kingdom: '' | 'plantae' | 'fungi';
  patch: boolean;
}

export type Deck = Schema['Deck'];
export type Call = Schema['Call'];

/** What was practised, and what is to be. */
export const usePracticeState = () =>
  useQuery({
    queryKey: ['drill'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/practice', { signal })),
    refetchOnMount: 'always',
  });

/** A round of made-up specimens. */
export const useRound = (round: RoundOf) =>
  useQuery({
    queryKey: ['round', round],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/practice/round', { params: { query: round }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

/** What a specimen of a round shows for a character. */
export const useLook = (round: RoundOf) =>
  useMutation({
    mutationFn: ({ number, character }: { number: number; character: string }) =>
      answered(
        api.GET('/api/v1/practice/round/{number}/look', {
          params: { path: { number }, query: { ...round, character } },
        }),
      ),
  });

/** Says what is to be done with a specimen, and hears what it was. */
export function useCall(round: RoundOf) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ number, ...judging }: { number: number; call: Call; percent: number; looks: string[] }) =>
      answered(
        api.POST('/api/v1/practice/round/{number}/call', {
          params: { path: { number }, query: round },
          body: { op: newId(), device, ...judging },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['drill'] }),
  });
}

/** The next card of a deck; asked anew with another seed. */
export const useCard = (deck: Deck, seed: number) =>
  useQuery({
    queryKey: ['card', deck, seed],
    queryFn: ({ signal }) =>
      answered(api.GET('/api/v1/practice/cards/{deck}', { params: { path: { deck }, query: { seed } }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

/** Answers a card; what hangs on misreadings is asked for anew. */
export function useAnswerCard() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: { card: string; seed: number; answer: string; unsure: boolean }) =>
      answered(api.POST('/api/v1/practice/cards', { body: { op: newId(), device, ...body } })),
    onSuccess: () =>
      Promise.all(['drill', 'record', 'records'].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}
