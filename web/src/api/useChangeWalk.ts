import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of a walk. */
export type WalkChange =
  | { do: 'plan' | 'outing'; outing: Schema['Outing'] }
  | { do: 'pack'; item: string; is: Schema['Packing'] }
  | { do: 'end'; ending: Schema['Ending'] }
  | { do: 'begin' | 'undo' | 'redo' | 'reopen' | 'delete' | 'restore' };

/** Sends a change of a walk. */
function send(id: string, change: WalkChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'plan':
      return answered(api.POST('/api/v1/walks', { body: { ...write, id, outing: change.outing } }));
    case 'outing':
      return answered(api.PUT('/api/v1/walks/{id}/outing', { params, body: { ...write, outing: change.outing } }));
    case 'pack':
      return answered(
        api.POST('/api/v1/walks/{id}/pack', { params, body: { ...write, item: change.item, is: change.is } }),
      );
    case 'end':
      return answered(api.POST('/api/v1/walks/{id}/end', { params, body: { ...write, ending: change.ending } }));
    default:
      return answered(api.POST(`/api/v1/walks/{id}/${change.do}`, { params, body: write }));
  }
}

/** Plans a walk, or changes one; what the server answers is shown at once. Changes go one after the other. */
export function useChangeWalk() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'walks' },
    mutationFn: ({ id, change }: { id: string; change: WalkChange }) => send(id, change),
    onSuccess: (walk) => {
      queries.setQueryData(['walk', walk.id], walk);
      return queries.invalidateQueries({ queryKey: ['walks'] });
    },
  });
}
