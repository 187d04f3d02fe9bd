import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** The user's settings. */
export function useSettings() {
  return useGently(useQuery({ queryKey: ['settings'], queryFn: () => answered(api.GET('/api/v1/settings')) }));
}
