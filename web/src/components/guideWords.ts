import type { Character, Score, Use } from '../api/client';
import { monthsInFull } from './words';

/** What a taxon is taken for. It says what people do, never that this piece may be eaten. */
export const useWords: Record<Exclude<Use, 'none'>, string> = {
  edible: 'gathered for food',
  'cooked-only': 'gathered, always cooked',
  conditional: 'gathered under conditions',
  medicinal: 'gathered as a herb',
};

export const monthNames = monthsInFull.map((m) => m.slice(0, 3));

/** When a state is shown. */
export const whenWords: Record<string, string> = {
  young: 'when young',
  mature: 'when grown',
  old: 'with age',
  wet: 'when wet',
  dry: 'when dry',
  frosted: 'after frost',
};

/** How often a state is shown beside a usual one, from 0 to 1, in words; nothing for one that is usual itself. */
export const oftenWords = (share: number): string =>
  share >= 0.6 ? '' : share >= 0.25 ? 'now and then' : share >= 0.08 ? 'seldom' : 'hardly ever';

/** What the guide says of a score, in words. */
export function scoreWords(score: Score, character: Pick<Character, 'unit' | 'states'> | undefined): string {
  if (score.states.length > 0)
    return score.states
      .map((s) => {
        const name = character?.states.find((x) => x.id === s.state)?.name ?? s.state;
        const often = oftenWords(s.share ?? (s.rare ? 0.1 : s.sometimes ? 0.3 : 1));
        const note = [often, s.when && whenWords[s.when]].filter(Boolean).join(', ');
        return note ? `${name} (${note})` : name;
      })
      .join('; ');
  if (score.counts.length > 0) return score.counts.join(' or ');
  const low = score.low ?? score.min;
  const high = score.high ?? score.max;
  if (low === undefined && high === undefined) return '';
  const unit = character?.unit ? ` ${character.unit}` : '';
  const usual = low === high ? `${low}${unit}` : `${low ?? '?'} to ${high ?? '?'}${unit}`;
  const wide = score.min !== undefined && score.max !== undefined && (score.min !== low || score.max !== high);
  return wide ? `${usual} (from ${score.min} to ${score.max})` : usual;
}
