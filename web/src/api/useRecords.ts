import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** How soon a list is asked for again of which something is being worked out anew, in ms. */
const again = 700;

/** Records that hold every word of the query, the latest change first. */
export function useRecords(q: string) {
  return useQuery({
    queryKey: ['records', q],
    queryFn: () => answered(api.GET('/api/v1/records', { params: { query: { q } } })),
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data?.some((r) => r.stale) ? again : false),
  });
}
