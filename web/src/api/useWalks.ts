import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** The walks, the latest change first. */
export function useWalks() {
  return useGently(
    useQuery({ queryKey: ['walks'], queryFn: ({ signal }) => answered(api.GET('/api/v1/walks', { signal })) }),
  );
}
