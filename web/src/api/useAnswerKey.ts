import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';
import { device } from './device';
import { changed } from './follow';
import { recordQuery } from './recordQuery';

/** An answer of a walked key; no states for who can't tell. */
export interface KeyAnswer {
  record: string;
  character: string;
  states: string[];
}

/** Keeps the answers of a walked key as readings of a record, one after the other, and tells whether each was kept. */
export function useAnswerKey() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'key' },
    mutationFn: ({ record, character, states }: KeyAnswer) =>
      answered(
        api.POST('/api/v1/records/{id}/key-answers', {
          params: { path: { id: record } },
          body: {
            op: newId(),
            device,
            seen: queries.getQueryData(recordQuery(record).queryKey)?.revision,
            character,
            states,
          },
        }),
      ),
    onSuccess: (answer) => changed(queries, answer.record),
  });
}
