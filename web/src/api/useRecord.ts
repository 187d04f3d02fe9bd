import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type About, answered, api, type Closing, newId, type RecordView, type Schema } from './client';

/** A reading as it is sent, without its operation's id. */
export type NewReading = Omit<Schema['ReadingBody'], 'op'>;

/** A change to a record. Each carries its own operation id, so that sending it again counts once. */
export type Change =
  | { do: 'read'; reading: NewReading }
  | { do: 'clear'; character: string }
  | { do: 'about'; about: About }
  | { do: 'close'; closing: Closing }
  | { do: 'undo' | 'redo' | 'reopen' | 'delete' | 'restore' };

/** Sends a change of a record, outside of any view of it. */
export function send(id: string, op: string, change: Change): Promise<RecordView> {
  const params = { path: { id } };
  switch (change.do) {
    case 'read':
      return answered(api.POST('/api/v1/records/{id}/readings', { params, body: { op, ...change.reading } }));
    case 'clear':
      return answered(api.POST('/api/v1/records/{id}/clear', { params, body: { op, character: change.character } }));
    case 'about':
      return answered(api.PUT('/api/v1/records/{id}/about', { params, body: { op, about: change.about } }));
    case 'close':
      return answered(api.POST('/api/v1/records/{id}/close', { params, body: { op, closing: change.closing } }));
    default:
      return answered(api.POST(`/api/v1/records/{id}/${change.do}`, { params, body: { op } }));
  }
}

/** How a record is asked for. */
export const recordQuery = (id: string) =>
  queryOptions({
    queryKey: ['record', id],
    queryFn: () => answered(api.GET('/api/v1/records/{id}', { params: { path: { id } } })),
  });

/** A record with its ruling. */
export const useRecord = (id: string) => useQuery(recordQuery(id));

/** Changes a record; what the server answers is shown at once. Changes of one record go one after the other. */
export function useChange(id: string) {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: `record-${id}` },
    retry: 1,
    mutationFn: ({ op, change }: { op: string; change: Change }) => send(id, op, change),
    onSuccess: (record) => {
      queries.setQueryData(['record', id], record);
      return queries.invalidateQueries({ queryKey: ['records'] });
    },
  });
}

/** Starts a record and gives its id. */
export function useStart() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (about: About) => {
      const id = newId();
      const record = await answered(api.POST('/api/v1/records', { body: { id, op: newId(), about } }));
      queries.setQueryData(['record', id], record);
      await queries.invalidateQueries({ queryKey: ['records'] });
      return id;
    },
  });
}

/** Starts a record of a made-up specimen to practise on, and gives its id. */
export function usePractice() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      const record = await answered(api.POST('/api/v1/practice', { body: { id: newId() } }));
      queries.setQueryData(['record', record.id], record);
      await queries.invalidateQueries({ queryKey: ['records'] });
      return record.id;
    },
  });
}
