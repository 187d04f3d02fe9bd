import { type About, answered, api, type Closing, type RecordView, type Schema } from './client';
import { device } from './device';

/** A reading as it is sent, without what every change carries. */
export type NewReading = Omit<Schema['NewReading'], 'op' | 'device' | 'seen'>;

/** A change to a record. */
export type Change =
  | { do: 'read'; reading: NewReading }
  | { do: 'clear'; character: string }
  | { do: 'about'; about: About }
  | { do: 'close'; closing: Closing }
  | { do: 'undo' | 'redo' | 'reopen' | 'delete' | 'restore' };

/** What every change carries: its own operation id, so that sending it again counts once, and what was seen when it was
 * made. */
export interface Made {
  op: string;
  seen?: RecordView['revision'];
}

/** Sends a change of a record, outside of any view of it. */
export function sendChange(id: string, { op, seen }: Made, change: Change): Promise<RecordView> {
  const params = { path: { id } };
  const write = { op, device, ...(seen ? { seen } : {}) };
  switch (change.do) {
    case 'read':
      return answered(api.POST('/api/v1/records/{id}/readings', { params, body: { ...write, ...change.reading } }));
    case 'clear':
      return answered(
        api.POST('/api/v1/records/{id}/clear', { params, body: { ...write, character: change.character } }),
      );
    case 'about':
      return answered(api.PUT('/api/v1/records/{id}/about', { params, body: { ...write, about: change.about } }));
    case 'close':
      return answered(api.POST('/api/v1/records/{id}/close', { params, body: { ...write, closing: change.closing } }));
    default:
      return answered(api.POST(`/api/v1/records/{id}/${change.do}`, { params, body: write }));
  }
}
