import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId } from './client';

/** A score in the form of the guide's files. */
export type Score = unknown;

/** A taxon in the form of the guide's files. */
export type OwnTaxon = Record<string, unknown> & { id: string };

/** A change of the user's own guide. */
export type OwnChange =
  | { do: 'correct'; taxon: string; common: string[]; note: string; scores: Record<string, Score> }
  | { do: 'taxon'; taxon: OwnTaxon }
  | { do: 'remove'; taxa: string[]; corrections: string[] }
  | { do: 'import'; name: string; text: string }
  | { do: 'undo' };

/** The user's own guide. */
export function useOwn() {
  return useQuery({ queryKey: ['own'], queryFn: () => answered(api.GET('/api/v1/own')) });
}

function send(change: OwnChange, confirm: string) {
  const write = { op: newId(), ...(confirm ? { confirm } : {}) };
  switch (change.do) {
    case 'correct': {
      const { taxon, common, note, scores } = change;
      return api.PUT('/api/v1/own/corrections/{id}', {
        params: { path: { id: taxon } },
        body: { ...write, common, note, scores },
      });
    }
    case 'taxon':
      return api.PUT('/api/v1/own/taxa/{id}', {
        params: { path: { id: change.taxon.id } },
        body: { ...write, taxon: change.taxon },
      });
    case 'remove':
      return api.POST('/api/v1/own/remove', {
        body: { ...write, taxa: change.taxa, corrections: change.corrections },
      });
    case 'import':
      return api.POST('/api/v1/own/import', { body: { ...write, name: change.name, text: change.text } });
    case 'undo':
      return api.POST('/api/v1/own/undo', { body: write });
  }
}

/** Changes the user's own guide. Everything that is ruled or shown by the guide is asked for anew once it is kept. */
export function useChangeOwn() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'own' },
    mutationFn: ({ change, confirm }: { change: OwnChange; confirm: string }) => answered(send(change, confirm)),
    onSuccess: (answer) => {
      queries.setQueryData(['own'], answer.own);
      return answer.saved ? queries.invalidateQueries() : undefined;
    },
  });
}
