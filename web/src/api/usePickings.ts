import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** The pickings, the latest change first. */
export function usePickings() {
  return useQuery({
    queryKey: ['pickings'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/pickings', { signal })),
  });
}
