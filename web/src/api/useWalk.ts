import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** A walk with its plan. */
export function useWalk(id: string) {
  return useGently(
    useQuery({
      queryKey: ['walk', id],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/walks/{id}', { params: { path: { id } }, signal })),
      refetchOnWindowFocus: 'always', // another tab may have changed it
    }),
  );
}
