import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of a batch. */
export type BatchChange =
  | { do: 'prepare'; pickings: string[]; records: string[] }
  | { do: 'weigh'; at: Schema['Stage']; g: number }
  | { do: 'start'; step: Schema['Doing']; minutes: number }
  | { do: 'stop'; timer: string }
  | { do: 'done'; step: Schema['Doing'] }
  | { do: 'shelve'; how: string; until: string }
  | { do: 'eat'; meal: Schema['NewMeal'] }
  | { do: 'close'; note: string }
  | { do: 'undo' | 'redo' | 'delete' | 'restore' | 'reopen' };

function send(id: string, change: BatchChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'prepare':
      return answered(
        api.POST('/api/v1/batches', { body: { ...write, id, pickings: change.pickings, records: change.records } }),
      );
    case 'weigh':
      return answered(
        api.POST('/api/v1/batches/{id}/weight', { params, body: { ...write, at: change.at, g: change.g } }),
      );
    case 'start':
      return answered(
        api.POST('/api/v1/batches/{id}/timers', {
          params,
          body: { ...write, timer: newId(), do: change.step, minutes: change.minutes },
        }),
      );
    case 'stop':
      return answered(
        api.POST('/api/v1/batches/{id}/timers/stop', { params, body: { ...write, timer: change.timer } }),
      );
    case 'done':
      return answered(api.POST('/api/v1/batches/{id}/steps', { params, body: { ...write, do: change.step } }));
    case 'shelve':
      return answered(
        api.POST('/api/v1/batches/{id}/shelf', {
          params,
          body: { ...write, how: change.how, ...(change.until ? { until: change.until } : {}) },
        }),
      );
    case 'eat':
      return answered(api.POST('/api/v1/batches/{id}/meals', { params, body: { ...write, meal: change.meal } }));
    case 'close':
      return answered(api.POST('/api/v1/batches/{id}/close', { params, body: { ...write, note: change.note } }));
    default:
      return answered(api.POST(`/api/v1/batches/{id}/${change.do}`, { params, body: write }));
  }
}

/** Begins a batch, or changes one. */
export function useChangeBatch() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'batches' },
    mutationFn: ({ id, change }: { id: string; change: BatchChange }) => send(id, change),
    onSuccess: (batch) => {
      queries.setQueryData(['batch', batch.id], { ...batch, at: Date.now() });
      // Not waited for: whoever asked for the change may be gone by then, and is told all the same.
      for (const key of ['kitchen', 'urgent', 'waiting', 'sheet']) void queries.invalidateQueries({ queryKey: [key] });
    },
  });
}

/** Asks what is to be said before a meal is noted. Nothing is kept. */
export function useBeforeMeal(id: string) {
  return useMutation({
    mutationFn: (body: Schema['NewMeal']) =>
      answered(api.POST('/api/v1/batches/{id}/before', { params: { path: { id } }, body })),
  });
}
