import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** The user's settings. */
export function useSettings() {
  return useQuery({ queryKey: ['settings'], queryFn: () => answered(api.GET('/api/v1/settings')) });
}
