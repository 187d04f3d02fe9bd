import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What the user lays over the guide. */
export function useOverlay() {
  return useQuery({ queryKey: ['overlay'], queryFn: () => answered(api.GET('/api/v1/overlay')) });
}
