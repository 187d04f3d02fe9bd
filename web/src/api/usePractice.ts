import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';

/** Starts a record of a made-up specimen to practise on, and gives its id. */
export function usePractice() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      const record = await answered(api.POST('/api/v1/practice', { body: { id: newId() } }));
      queries.setQueryData(['record', record.id], record);
      await queries.invalidateQueries({ queryKey: ['records'] });
      return record.id;
    },
  });
}
