import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

export type Stage = 'young' | 'mature' | 'old' | 'wet' | 'dry' | 'frosted' | '';

/** A taxon's page, its figure drawn for a stage and a month; 0 for any month. */
export function useTaxonPage(id: string, stage: Stage, month: number) {
  return useGently(
    useQuery({
      queryKey: ['page', id, stage, month],
      queryFn: () =>
        answered(
          api.GET('/api/v1/taxa/{id}/page', {
            params: { path: { id }, query: { ...(stage ? { stage } : {}), ...(month ? { month } : {}) } },
          }),
        ),
      placeholderData: keepPreviousData,
      retry: false,
    }),
  );
}
