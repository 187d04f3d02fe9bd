import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** Taxa found by any of their names, misspelt ones too; all of them for an empty query. */
export function useTaxonSearch(q: string) {
  return useQuery({
    queryKey: ['taxa', q],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/taxa', { params: { query: { q } }, signal })),
    placeholderData: keepPreviousData,
  });
}
