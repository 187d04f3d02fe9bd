import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';
import { device } from './device';
import type { PhotoOf } from './usePhotos';

/** A change of a photograph. */
export type PhotoChange =
  | { do: 'add'; file: string; of: PhotoOf; of_id: string; piece?: string; name: string }
  | { do: 'caption'; text: string }
  | { do: 'undo' | 'redo' | 'delete' | 'restore' };

function send(id: string, change: PhotoChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  switch (change.do) {
    case 'add': {
      const { do: _, ...added } = change;
      return answered(api.POST('/api/v1/photos', { body: { ...write, id, ...added } }));
    }
    case 'caption':
      return answered(api.POST('/api/v1/photos/{id}/caption', { params, body: { ...write, text: change.text } }));
    default:
      return answered(api.POST(`/api/v1/photos/{id}/${change.do}`, { params, body: write }));
  }
}

/** Puts a photograph beside what it is of, or changes one. */
export function useChangePhoto() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, change }: { id: string; change: PhotoChange }) => send(id, change),
    onSuccess: (photo) => {
      // Not waited for: whoever asked for the change may be gone by then, and is told all the same.
      void queries.invalidateQueries({ queryKey: ['photos', photo.of.stream, photo.of.id] });
      void queries.invalidateQueries({ queryKey: ['photo', photo.id] });
    },
  });
}

/** Takes in the file of a photograph. */
export const takeIn = (file: Blob) =>
  answered(
    api.POST('/api/v1/photographs', {
      body: file as unknown as string,
      bodySerializer: (b) => b,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  );
