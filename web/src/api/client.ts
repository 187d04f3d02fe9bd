import createClient from 'openapi-fetch';
import { v7 } from 'uuid';
import type { components, paths } from './schema';

/** The types of the API, by the names of its description. */
export type Schema = components['schemas'];
export type RecordView = Schema['RecordView'];
export type Ruling = Schema['RulingView'];
export type Character = Schema['CharacterView'];
export type Taxon = Schema['TaxonView'];
export type Guide = Schema['GuideView'];
export type Settings = Schema['Settings'];
export type Row = Schema['RowView'];
export type Reading = Schema['Kept'];
export type About = Schema['About'];
export type Own = Schema['OwnView'];
export type Asked = Schema['Loosening'];
export type Closing = Schema['Closing'];

/** The API, called with the types of its own description. */
export const api = createClient<paths>({ baseUrl: window.location.origin });

/** A new id: UUIDs of version 7, made here so that a write can be sent again without counting twice. */
export const newId = (): string => v7();

interface Answer<T> {
  data?: T;
  error?: Schema['ErrorModel'];
  response: Response;
}

/** What a call answered, or an error that says what to do. */
export async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await call;
  } catch {
    throw new Error('Zesty Thicket cannot be reached. Nothing was lost: try again when it runs.');
  }
  if (got.data === undefined) {
    const detail = got.error?.errors?.map((e) => e.message).join('; ');
    throw new Error(detail || got.error?.detail || `The server answered ${got.response.status}.`);
  }
  return got.data;
}
