import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** The year at the user's place, seen from a day; empty for today. */
export function useAlmanac(date: string) {
  return useGently(
    useQuery({
      queryKey: ['almanac', date],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/almanac', { params: { query: { date } }, signal })),
      placeholderData: keepPreviousData,
      refetchOnWindowFocus: 'always', // another tab may have changed it
    }),
  );
}
