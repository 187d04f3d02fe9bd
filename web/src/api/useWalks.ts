import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** The walks, the latest change first. */
export function useWalks() {
  return useQuery({ queryKey: ['walks'], queryFn: ({ signal }) => answered(api.GET('/api/v1/walks', { signal })) });
}
