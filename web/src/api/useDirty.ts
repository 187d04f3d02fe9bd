import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** The open baskets after which hands and knife are still to be cleaned. */
export function useDirty() {
  return useQuery({
    queryKey: ['dirty'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/cleaning', { signal })),
    refetchOnWindowFocus: 'always', // another tab may have changed it
  });
}
