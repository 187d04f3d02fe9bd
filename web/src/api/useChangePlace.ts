import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of a place. */
export type PlaceChange =
  | { do: 'plot'; shape: Schema['Shape']; about: Schema['Details'] }
  | { do: 'move'; shape: Schema['Shape'] }
  | { do: 'change'; about: Schema['Details'] }
  | { do: 'visit'; visit: Schema['Visit'] }
  | { do: 'forget'; visit: string }
  | { do: 'undo' | 'redo' | 'delete' | 'restore' };

function send(id: string, change: PlaceChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'plot':
      return answered(api.POST('/api/v1/places', { body: { ...write, id, shape: change.shape, about: change.about } }));
    case 'move':
      return answered(api.PUT('/api/v1/places/{id}/shape', { params, body: { ...write, shape: change.shape } }));
    case 'change':
      return answered(api.PUT('/api/v1/places/{id}/about', { params, body: { ...write, about: change.about } }));
    case 'visit':
      return answered(api.POST('/api/v1/places/{id}/visits', { params, body: { ...write, visit: change.visit } }));
    case 'forget':
      return answered(
        api.POST('/api/v1/places/{id}/visits/forget', { params, body: { ...write, visit: change.visit } }),
      );
    default:
      return answered(api.POST(`/api/v1/places/{id}/${change.do}`, { params, body: write }));
  }
}

/** Puts a place on the map, or changes one. */
export function useChangePlace() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'places' },
    mutationFn: ({ id, change }: { id: string; change: PlaceChange }) => send(id, change),
    onSuccess: (patch) => {
      queries.setQueryData(['patch', patch.id], patch);
      // Not waited for: whoever asked for the change may be gone by then, and is told all the same.
      for (const key of ['map', 'almanac', 'record']) void queries.invalidateQueries({ queryKey: [key] });
    },
  });
}

/** Reckons where one comes to from a position, in a direction in degrees, after so many metres. Nothing is kept. */
export function useAhead() {
  return useMutation({
    mutationFn: ({ from, bearing, metres }: { from: Schema['Position']; bearing: number; metres: number }) =>
      answered(api.GET('/api/v1/ahead', { params: { query: { ...from, bearing, metres } } })),
  });
}
