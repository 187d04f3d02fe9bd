import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What begins and ends about now at the user's place, by the program's clock. */
export function useTodaysSeason() {
  return useQuery({
    queryKey: ['almanac', 'today'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/today', { signal })),
  });
}
