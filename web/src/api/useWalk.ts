import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** A walk with its plan. */
export function useWalk(id: string) {
  return useQuery({
    queryKey: ['walk', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/walks/{id}', { params: { path: { id } }, signal })),
    refetchOnWindowFocus: 'always', // another tab may have changed it
  });
}
