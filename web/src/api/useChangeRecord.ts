import { useMutation, useQueryClient } from '@tanstack/react-query';
import { newId } from './client';
import { recordQuery } from './recordQuery';
import { type Change, type Made, sendChange } from './sendChange';

/** Changes a record; what the server answers is shown at once. Changes of one record go one after the other, and each says
 * what its maker saw when it was made. */
export function useChangeRecord(id: string) {
  const queries = useQueryClient();
  const { mutate, mutateAsync, isPending } = useMutation({
    scope: { id: `record-${id}` },
    retry: 1,
    mutationFn: ({ made, change }: { made: Made; change: Change }) => sendChange(id, made, change),
    onSuccess: (record) => {
      queries.setQueryData(['record', id], record);
      return queries.invalidateQueries({ queryKey: ['records'] });
    },
  });
  const made = (): Made => ({ op: newId(), seen: queries.getQueryData(recordQuery(id).queryKey)?.revision });
  return {
    change: (what: Change, then?: () => void) =>
      mutate({ made: made(), change: what }, then ? { onSuccess: then } : undefined),
    changeAsync: (what: Change) => mutateAsync({ made: made(), change: what }),
    isPending,
  };
}
