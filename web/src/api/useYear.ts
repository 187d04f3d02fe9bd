import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** A year, counted; left out for the latest of which anything is kept. */
export function useYear(year: number | undefined) {
  return useGently(
    useQuery({
      queryKey: ['year', year ?? 'latest'],
      queryFn: ({ signal }) =>
        answered(api.GET('/api/v1/year', { params: { query: year === undefined ? {} : { year } }, signal })),
      refetchOnMount: 'always',
    }),
  );
}
