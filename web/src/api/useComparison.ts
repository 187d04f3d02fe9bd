import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api, type Lacks } from './client';
import { useGently } from './useGently';

/** A taxon beside others, on what can be seen on a date (empty for any) by who lacks those; asked once that is known. */
export function useComparison(target: string, other: string[], date: string, lacks: Lacks | undefined) {
  return useGently(
    useQuery({
      queryKey: ['comparison', target, other, date, lacks],
      queryFn: () =>
        answered(
          api.GET('/api/v1/compare', {
            params: { query: { target, other, ...(lacks as Lacks), ...(date ? { date } : {}) } },
          }),
        ),
      enabled: target !== '' && other.length > 0 && lacks !== undefined,
      placeholderData: keepPreviousData,
      retry: false,
    }),
  );
}
