import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';
import { device } from './device';

/** A change of a waiting task. */
export type TaskChange =
  | { do: 'await'; what: string; why: string; from?: string; formula?: string; place?: string }
  | { do: 'done'; note: string }
  | { do: 'undo' | 'redo' | 'delete' | 'restore' };

function send(id: string, change: TaskChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'await': {
      const { do: _, ...awaited } = change;
      return answered(api.POST('/api/v1/tasks', { body: { ...write, id, ...awaited } }));
    }
    case 'done':
      return answered(api.POST('/api/v1/tasks/{id}/done', { params, body: { ...write, note: change.note } }));
    default:
      return answered(api.POST(`/api/v1/tasks/{id}/${change.do}`, { params, body: write }));
  }
}

/** Waits for something, or changes what is waited for. */
export function useChangeTask() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'tasks' },
    mutationFn: ({ id, change }: { id: string; change: TaskChange }) => send(id, change),
    onSuccess: () => {
      for (const key of ['waiting', 'urgent']) void queries.invalidateQueries({ queryKey: [key] });
    },
  });
}
