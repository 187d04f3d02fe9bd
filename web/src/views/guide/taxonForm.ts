import type { Harm, Kingdom, TaxonDocument, Use } from '../../api/client';
import { namesOf } from './names';

/** The texts of a taxon's form. */
export interface Texts {
  name: string;
  family: string;
  common: string;
  synonyms: string;
  kingdom: Kingdom;
  use: Use;
  harm: Harm;
  touch: string;
  harvest: string;
  preparation: string;
  cautions: string;
  handling: string;
  disputed: string;
}

/** The longer texts, in the order in which they are asked for. */
export const fields = [
  { key: 'touch', label: 'What touching it does; empty where nothing is known' },
  { key: 'handling', label: 'How to handle it' },
  { key: 'harvest', label: 'Harvest: which part, when, how much to leave' },
  { key: 'preparation', label: 'Preparation: what must be cooked, and how long' },
  { key: 'cautions', label: 'Cautions' },
  { key: 'disputed', label: 'Where people disagree' },
] as const;

/** An id made of a scientific name. */
export const slug = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** The form's texts from a taxon; those of a new one are empty, and its harm is not known. */
export function textsOf(t: TaxonDocument | undefined): Texts {
  return {
    name: t?.name ?? '',
    family: t?.family ?? '',
    common: (t?.common ?? []).join(', '),
    synonyms: (t?.synonyms ?? []).join(', '),
    kingdom: t?.kingdom === 'plantae' ? 'plantae' : 'fungi',
    use: t?.use ?? 'none',
    harm: t?.harm ?? 'unknown',
    touch: t?.contact?.does ?? '',
    harvest: t?.harvest ?? '',
    preparation: t?.preparation ?? '',
    cautions: t?.cautions ?? '',
    handling: [t?.contact?.handling, t?.handling].filter(Boolean).join(' '),
    disputed: t?.disputed ?? '',
  };
}

/** A taxon from the form's texts and what the form does not show. */
export function taxonOf(whole: Partial<TaxonDocument>, id: string, t: Texts): TaxonDocument {
  const said = (v: string) => v.trim() || undefined;
  return {
    sources: ['memory'],
    ...whole,
    id,
    name: t.name.trim(),
    family: t.family.trim(),
    kingdom: t.kingdom,
    use: t.use,
    harm: t.harm,
    common: namesOf(t.common),
    synonyms: namesOf(t.synonyms),
    contact: said(t.touch) ? { does: t.touch.trim(), handling: said(t.handling) } : undefined,
    handling: said(t.touch) ? undefined : said(t.handling),
    harvest: said(t.harvest),
    preparation: said(t.preparation),
    cautions: said(t.cautions),
    disputed: said(t.disputed),
  };
}
