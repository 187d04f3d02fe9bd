import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** A family: its taxa, and what they share. */
export function useFamily(name: string) {
  return useGently(
    useQuery({
      queryKey: ['family', name],
      queryFn: () => answered(api.GET('/api/v1/families/{name}', { params: { path: { name } } })),
      retry: false,
    }),
  );
}
