import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Score, type TaxonDocument } from './client';

/** A change of what the user lays over the guide. */
export type OverlayEdit =
  | { do: 'correct'; taxon: string; common: string[]; note: string; scores: Record<string, Score> }
  | { do: 'taxon'; taxon: TaxonDocument }
  | { do: 'remove'; taxa: string[]; corrections: string[] }
  | { do: 'import'; name: string; text: string }
  | { do: 'undo' };

function send(edit: OverlayEdit, confirm: string) {
  const write = { op: newId(), ...(confirm ? { confirm } : {}) };
  switch (edit.do) {
    case 'correct': {
      const { taxon, common, note, scores } = edit;
      return api.PUT('/api/v1/overlay/corrections/{id}', {
        params: { path: { id: taxon } },
        body: { ...write, common, note, scores },
      });
    }
    case 'taxon':
      return api.PUT('/api/v1/overlay/taxa/{id}', {
        params: { path: { id: edit.taxon.id } },
        body: { ...write, taxon: edit.taxon },
      });
    case 'remove':
      return api.POST('/api/v1/overlay/remove', {
        body: { ...write, taxa: edit.taxa, corrections: edit.corrections },
      });
    case 'import':
      return api.POST('/api/v1/overlay/import', { body: { ...write, name: edit.name, text: edit.text } });
    case 'undo':
      return api.POST('/api/v1/overlay/undo', { body: write });
  }
}

/** Changes what the user lays over the guide. Everything that is ruled or shown by the guide is asked for anew once it is
 * kept. */
export function useChangeOverlay() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'overlay' },
    mutationFn: ({ edit, confirm }: { edit: OverlayEdit; confirm: string }) => answered(send(edit, confirm)),
    onSuccess: (answer) => {
      queries.setQueryData(['overlay'], answer.overlay);
      return answer.saved ? queries.invalidateQueries() : undefined;
    },
  });
}
