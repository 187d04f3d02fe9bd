import type { Schema } from '../../api/client';
import type { OwnTaxon, Score } from '../../api/useOwn';
import { namesOf } from './names';

/** The texts of a taxon's form. */
export interface Texts {
  name: string;
  family: string;
  common: string;
  synonyms: string;
  kingdom: string;
  use: string;
  harm: string;
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

const text = (v: unknown): string => (typeof v === 'string' ? v : '');
const list = (v: unknown): string => (Array.isArray(v) ? v.join(', ') : '');

/** The form's texts from a taxon in the form of the guide's files. */
export function draftOf(t: OwnTaxon | undefined): Texts {
  const contact = t?.contact as { does?: string; handling?: string } | undefined;
  return {
    name: text(t?.name),
    family: text(t?.family),
    common: list(t?.common),
    synonyms: list(t?.synonyms),
    kingdom: text(t?.kingdom) || 'fungi',
    use: text(t?.use) || 'none',
    harm: text(t?.harm) || 'unknown',
    touch: text(contact?.does),
    harvest: text(t?.harvest),
    preparation: text(t?.preparation),
    cautions: text(t?.cautions),
    handling: [text(contact?.handling), text(t?.handling)].filter(Boolean).join(' '),
    disputed: text(t?.disputed),
  };
}

/** A taxon in the form of the guide's files, from the form's texts and what the form does not show. */
export function taxonOf(whole: Record<string, unknown>, t: Texts): Record<string, unknown> {
  const said = (v: string) => v.trim() || undefined;
  return {
    sources: ['memory'],
    ...whole,
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

/** A score in the form of the guide's files, as it is shown. */
export function asShown(score: Score): Schema['ScoreView'] | undefined {
  if (score === undefined || score === null) return undefined;
  if (typeof score === 'number') return { states: [], counts: [score] };
  if (!Array.isArray(score)) return { states: [], counts: [], ...(score as { min?: number }) };
  if (score.every((x) => typeof x === 'number')) return { states: [], counts: score };
  return {
    counts: [],
    states: score.map((x) =>
      typeof x === 'string'
        ? { state: x, rare: false, when: '' }
        : { rare: false, when: '', ...(x as { state: string }) },
    ),
  };
}
