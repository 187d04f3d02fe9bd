import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** What the user does without, as the settings have it. */
export function useLacks() {
  return useQuery({ queryKey: ['lacks'], queryFn: () => answered(api.GET('/api/v1/lacks')) });
}
