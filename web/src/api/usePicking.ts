import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** A picking, and what it comes to. */
export function usePicking(id: string) {
  return useQuery({
    queryKey: ['picking', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/pickings/{id}', { params: { path: { id } }, signal })),
    refetchOnWindowFocus: 'always', // another tab may have changed it, or its record
    refetchOnMount: 'always',
  });
}
