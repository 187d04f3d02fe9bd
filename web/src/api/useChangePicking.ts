import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of a picking. */
export type PickingChange =
  | { do: 'begin'; record: string }
  | {
      do: 'piece';
      piece: string;
      is: Schema['Finding'];
      keeping?: Schema['Keeping'];
      why?: string;
      other?: string;
    }
  | { do: 'stand'; seen: number }
  | { do: 'weigh'; g: number }
  | { do: 'close'; note: string }
  | { do: 'clean' | 'undo' | 'redo' | 'reopen' | 'delete' | 'restore' };

function send(id: string, change: PickingChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'begin':
      return answered(api.POST('/api/v1/pickings', { body: { ...write, id, record: change.record } }));
    case 'piece': {
      const { do: _, ...looked } = change;
      return answered(api.POST('/api/v1/pickings/{id}/piece', { params, body: { ...write, ...looked } }));
    }
    case 'stand':
      return answered(api.POST('/api/v1/pickings/{id}/stand', { params, body: { ...write, seen: change.seen } }));
    case 'weigh':
      return answered(api.POST('/api/v1/pickings/{id}/weigh', { params, body: { ...write, g: change.g } }));
    case 'close':
      return answered(api.POST('/api/v1/pickings/{id}/close', { params, body: { ...write, note: change.note } }));
    default:
      return answered(api.POST(`/api/v1/pickings/{id}/${change.do}`, { params, body: write }));
  }
}

/** Begins a picking, or changes one; what the server answers is shown at once. Changes go one after the other. */
export function useChangePicking() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'pickings' },
    mutationFn: ({ id, change }: { id: string; change: PickingChange }) => send(id, change),
    onSuccess: (picking) => {
      queries.setQueryData(['picking', picking.id], picking);
      return Promise.all(['pickings', 'urgent'].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
}
