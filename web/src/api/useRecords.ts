import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useDrawn } from './useGently';

/** How soon a list is asked for again of which something is being worked out anew, in ms. */
const again = 700;

/** Records that hold every word of the query, the latest change first, page after page; or those that were deleted lately. */
export function useRecords(q: string, deleted = false) {
  const { data, ...rest } = useInfiniteQuery({
    queryKey: ['records', q, deleted],
    queryFn: ({ pageParam, signal }) =>
      answered(api.GET('/api/v1/records', { params: { query: { q, deleted, after: pageParam } }, signal })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data?.pages.some((p) => p.rows.some((r) => r.stale)) ? again : false),
  });
  const drawn = useDrawn(data);
  return { data: drawn?.pages.flatMap((p) => p.rows), ...rest };
}
