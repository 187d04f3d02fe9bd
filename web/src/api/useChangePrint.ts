import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of a spore print. */
export type PrintChange =
  | { do: 'lay'; record: string; tray: string; surface: Schema['Surface']; natural: boolean }
  | { do: 'result'; state: string }
  | { do: 'undo' | 'redo' | 'delete' | 'restore' };

function send(id: string, change: PrintChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'lay': {
      const { do: _, ...laid } = change;
      return answered(api.POST('/api/v1/prints', { body: { ...write, id, ...laid } }));
    }
    case 'result':
      return answered(api.POST('/api/v1/prints/{id}/result', { params, body: { ...write, state: change.state } }));
    default:
      return answered(api.POST(`/api/v1/prints/{id}/${change.do}`, { params, body: write }));
  }
}

/** Lays a print, or changes one; its record, on which a result is read, is asked for anew. */
export function useChangePrint() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'prints' },
    mutationFn: ({ id, change }: { id: string; change: PrintChange }) => send(id, change),
    onSuccess: (print) => {
      // What hangs on it is not waited for: whoever asked for the change may be gone by then, and is told all the same.
      for (const queryKey of [['prints'], ['urgent'], ['waiting'], ['record', print.record], ['records']])
        void queries.invalidateQueries({ queryKey });
    },
  });
}
