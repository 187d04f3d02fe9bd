import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';
import { changed } from './follow';

/** Starts a record of a made-up specimen to practise on, and gives its id. */
export function usePractice() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      const record = await answered(api.POST('/api/v1/practice', { body: { id: newId() } }));
      await changed(queries, record);
      return record.id;
    },
  });
}
