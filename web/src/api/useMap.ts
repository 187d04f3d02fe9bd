import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What lies on the map: the places, and the records of which the position is known. */
export function useMap() {
  return useQuery({
    queryKey: ['map'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/map', { signal })),
    refetchOnMount: 'always',
  });
}

/** A place, with what stands in it, its visits, its records and its ring. */
export function usePatch(id: string) {
  return useQuery({
    queryKey: ['patch', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/places/{id}', { params: { path: { id } }, signal })),
    refetchOnMount: 'always',
  });
}
