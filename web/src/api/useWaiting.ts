import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What lies apart and is to be finished at home. */
export function useWaiting() {
  return useQuery({
    queryKey: ['waiting'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/waiting', { signal })),
    refetchOnMount: 'always',
  });
}
