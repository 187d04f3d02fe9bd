import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type About, answered, api, newId } from './client';
import { device } from './device';

/** Starts a record and gives its id. */
export function useStartRecord() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (about: About) => {
      const id = newId();
      const record = await answered(api.POST('/api/v1/records', { body: { id, op: newId(), device, about } }));
      queries.setQueryData(['record', id], record);
      await queries.invalidateQueries({ queryKey: ['records'] });
      return id;
    },
  });
}
