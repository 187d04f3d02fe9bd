import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** Pocket cards: of taxa for a day, or of a walk's targets. */
export function useCards(taxon: string[], walk: string, date: string) {
  return useQuery({
    queryKey: ['cards', taxon, walk, date],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/cards', { params: { query: { taxon, walk, date } }, signal })),
  });
}
