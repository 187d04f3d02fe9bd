import createClient from 'openapi-fetch';
import { v7 } from 'uuid';
import { reached, Unreachable } from './reach';
import type { components, paths } from './schema';

/** The types of the API, by the names of its description. */
export type Schema = components['schemas'];
export type RecordView = Schema['Record'];
export type Ruling = Schema['Shown'];
/** A record that there is a ruling on. */
export type Ruled = RecordView & { ruling: Ruling };
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
export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: reached });

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
  } catch (error) {
    if ((error as Error).name === 'AbortError') throw error; // nobody waits for it any more
    throw new Unreachable();
  }
  if (got.data === undefined) {
    const detail = got.error?.errors?.map((e) => e.message).join('; ');
    const says = detail || got.error?.detail || `The server answered ${got.response.status}.`;
    throw got.response.headers.has('Retry-After') ? new Unreachable(says) : new Error(says);
  }
  return got.data;
}
