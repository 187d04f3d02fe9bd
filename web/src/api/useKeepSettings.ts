import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Settings } from './client';

/** Keeps the user's settings; all that depends on them is asked for anew. */
export function useKeepSettings() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (settings: Settings) => answered(api.PUT('/api/v1/settings', { body: settings })),
    onSuccess: async (kept) => {
      queries.setQueryData(['settings'], kept);
      await Promise.all(
        ['record', 'records', 'lacks', 'photo', 'drill'].map((key) => queries.invalidateQueries({ queryKey: [key] })),
      );
    },
  });
}
