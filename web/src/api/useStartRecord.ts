import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { type About, answered, api, newId } from './client';
import { device } from './device';
import { changed } from './follow';

/** Starts a record and gives its id: one, however often it is pressed before it is there. */
export function useStartRecord() {
  const queries = useQueryClient();
  const started = useRef(false);
  const { mutate, mutateAsync, isPending } = useMutation({
    mutationFn: async (about: About) => {
      const id = newId();
      await changed(queries, await answered(api.POST('/api/v1/records', { body: { id, op: newId(), device, about } })));
      return id;
    },
    onError: () => {
      started.current = false;
    },
  });
  return {
    start: (about: About, then: (id: string) => void) => {
      if (started.current) return;
      started.current = true;
      mutate(about, { onSuccess: then });
    },
    startAsync: mutateAsync,
    isPending,
  };
}
