import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** What lies on the map: the places, and the records of which the position is known. */
export function useMap() {
  return useGently(
    useQuery({
      queryKey: ['map'],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/map', { signal })),
      refetchOnMount: 'always',
    }),
  );
}

/** A place, with what stands in it, its visits, its records and its ring. */
export function usePatch(id: string) {
  return useGently(
    useQuery({
      queryKey: ['patch', id],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/places/{id}', { params: { path: { id } }, signal })),
      refetchOnMount: 'always',
    }),
  );
}
