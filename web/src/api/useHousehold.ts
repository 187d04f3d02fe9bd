import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';
import { useGently } from './useGently';

/** The people who eat together, and who fell ill. */
export function useHousehold() {
  return useGently(
    useQuery({
      queryKey: ['household'],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/household', { signal })),
    }),
  );
}

/** A change of the household. */
export type HouseholdChange =
  | { do: 'person'; person: Schema['Person'] }
  | { do: 'remove'; id: string }
  | { do: 'reaction'; reaction: Schema['Reaction'] }
  | { do: 'undo' | 'redo' };

function send(change: HouseholdChange) {
  const write = { op: newId(), device };
  switch (change.do) {
    case 'person':
      return answered(api.POST('/api/v1/household/people', { body: { ...write, person: change.person } }));
    case 'remove':
      return answered(
        api.POST('/api/v1/household/people/{id}/remove', { params: { path: { id: change.id } }, body: write }),
      );
    case 'reaction':
      return answered(api.POST('/api/v1/household/reactions', { body: { ...write, reaction: change.reaction } }));
    default:
      return answered(api.POST(`/api/v1/household/${change.do}`, { body: write }));
  }
}

/** Changes the household. */
export function useChangeHousehold() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'household' },
    mutationFn: send,
    onSuccess: (household) => {
      queries.setQueryData(['household'], household);
      for (const key of ['sheet', 'batch']) void queries.invalidateQueries({ queryKey: [key] });
    },
  });
}
