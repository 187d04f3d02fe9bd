import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Settings } from './client';

/** The user's settings. */
export function useSettings() {
  return useQuery({ queryKey: ['settings'], queryFn: () => answered(api.GET('/api/v1/settings')) });
}

/** Keeps the user's settings; every open ruling is worked out anew. */
export function useKeepSettings() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (settings: Settings) => answered(api.PUT('/api/v1/settings', { body: settings })),
    onSuccess: async (kept) => {
      queries.setQueryData(['settings'], kept);
      await queries.invalidateQueries({ queryKey: ['record'] });
    },
  });
}
