import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** Records that hold every word of the query, the latest change first. */
export function useRecords(q: string) {
  return useQuery({
    queryKey: ['records', q],
    queryFn: () => answered(api.GET('/api/v1/records', { params: { query: { q } } })),
    placeholderData: keepPreviousData,
  });
}
