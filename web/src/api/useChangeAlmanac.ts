import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';

/** A change of what is noted of the year. */
export type Note =
  | { do: 'follow'; taxon: string; stars: number }
  | {
      do: 'date';
      taxon: string;
      organ: Schema['Organ'];
      edge: Schema['SeasonEdge'];
      seen: string;
      note: string;
    }
  | { do: 'forget'; id: string }
  | { do: 'weather'; days: Schema['Day'][] }
  | { do: 'table'; name: string; text: string }
  | { do: 'station'; from: string }
  | { do: 'undo' | 'redo' };

type Almanac = Schema['Almanac'];

async function send(note: Note, date: string): Promise<{ almanac: Almanac; gaps?: string }> {
  const params = { query: { date } };
  const write = { op: newId(), device };
  const alone = async (call: Promise<Almanac>) => ({ almanac: await call });
  switch (note.do) {
    case 'follow': {
      const { taxon, stars } = note;
      return alone(answered(api.POST('/api/v1/almanac/follow', { params, body: { ...write, taxon, stars } })));
    }
    case 'date': {
      const { taxon, organ, edge, seen } = note;
      const body = { ...write, id: newId(), taxon, organ, edge, seen, note: note.note };
      return alone(answered(api.POST('/api/v1/almanac/dates', { params, body })));
    }
    case 'forget':
      return alone(answered(api.POST('/api/v1/almanac/dates/forget', { params, body: { ...write, id: note.id } })));
    case 'weather':
      return alone(answered(api.POST('/api/v1/almanac/weather', { params, body: { ...write, days: note.days } })));
    case 'table':
      return answered(
        api.POST('/api/v1/almanac/weather/table', { params, body: { ...write, name: note.name, text: note.text } }),
      );
    case 'station':
      return alone(
        answered(api.POST('/api/v1/almanac/weather/station', { body: { ...write, from: note.from, to: date } })),
      );
    default:
      return alone(answered(api.POST(`/api/v1/almanac/${note.do}`, { params, body: write })));
  }
}

/** Changes what is noted of the year, seen from a day; walks, which hang on it, are asked for anew. */
export function useChangeAlmanac(date: string) {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'almanac' },
    mutationFn: (note: Note) => send(note, date),
    onSuccess: ({ almanac }) => {
      queries.setQueryData(['almanac', date], almanac);
      return Promise.all([
        queries.invalidateQueries({ queryKey: ['almanac'], refetchType: 'none' }),
        queries.invalidateQueries({ queryKey: ['walk'] }),
      ]);
    },
  });
}
