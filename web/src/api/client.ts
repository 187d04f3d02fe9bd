import createClient from 'openapi-fetch';
import { v7 } from 'uuid';
import type { components, paths } from './schema';

/** The types of the API, by the names of its description. */
export type Schema = components['schemas'];
export type RecordView = Schema['Record'];
export type Ruling = Schema['Shown'];
export type Character = Schema['Character'];
export type State = Schema['State'];
export type Taxon = Schema['Taxon'];
export type TaxonPage = Schema['TaxonPage'];
export type TaxonDocument = Schema['TaxonDocument'];
export type Score = Schema['Score'];
export type Guide = Schema['Guide'];
export type Settings = Schema['Settings'];
export type Lacks = Schema['Lacks'];
export type Row = Schema['Row'];
export type Reading = Schema['Kept'];
export type About = Schema['About'];
export type Asked = Schema['Loosening'];
export type Closing = Schema['Closing'];
export type Verdict = Schema['Verdict'];
export type Harm = Schema['Harm'];
export type Use = Schema['Use'];
export type Organ = Schema['Organ'];
export type Kingdom = Taxon['kingdom'];

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
