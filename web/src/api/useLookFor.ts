import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What else there is to look for on a walk, as it stands with a change of it. */
export function useLookFor(id: string, changed: string) {
  return useQuery({
    queryKey: ['look', id, changed],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/walks/{id}/look', { params: { path: { id } }, signal })),
  });
}
