import type { QueryClient } from '@tanstack/react-query';
import type { RecordView } from './client';

/** Tabs of one browser tell each other which record has changed; a tab that is looked at again asks anew in any case. */
const channel = 'BroadcastChannel' in window ? new BroadcastChannel('records') : undefined;

/** Takes over what a change of a record was answered with, here and in the other tabs. */
export function changed(queries: QueryClient, record: RecordView) {
  queries.setQueryData(['record', record.id], record);
  channel?.postMessage(record.id);
  return queries.invalidateQueries({ queryKey: ['records'] });
}

/** Asks anew for what another tab has changed. */
export function follow(queries: QueryClient) {
  channel?.addEventListener('message', ({ data }) => {
    void queries.invalidateQueries({ queryKey: ['record', data] });
    void queries.invalidateQueries({ queryKey: ['records'] });
  });
}
