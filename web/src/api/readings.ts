import { answered, api, newId } from './client';
import type { NewReading } from './useRecord';

/** Keeps a reading on a record, outside of any view of it. */
export const keepReading = (id: string, reading: NewReading) =>
  answered(api.POST('/api/v1/records/{id}/readings', { params: { path: { id } }, body: { op: newId(), ...reading } }));
