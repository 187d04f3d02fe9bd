import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** What lies apart and is to be finished at home. */
export function useWaiting() {
  return useGently(
    useQuery({
      queryKey: ['waiting'],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/waiting', { signal })),
      refetchOnMount: 'always',
    }),
  );
}
