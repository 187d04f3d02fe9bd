import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, newId, type Schema } from './client';
import { device } from './device';
import { useGently } from './useGently';

export type Mixture = Schema['Formula'];

/** The recorded mixtures. */
export function useFormulas() {
  return useGently(
    useQuery({
      queryKey: ['formulas'],
      queryFn: ({ signal }) => answered(api.GET('/api/v1/formulas', { signal })),
    }),
  );
}

/** A change of a recorded mixture. */
export type FormulaChange = { do: 'put'; formula: Mixture } | { do: 'undo' | 'redo' | 'delete' | 'restore' };

function send(id: string, change: FormulaChange) {
  const params = { path: { id } };
  const write = { op: newId(), device };
  return change.do === 'put'
    ? answered(api.PUT('/api/v1/formulas/{id}', { params, body: { ...write, formula: change.formula } }))
    : answered(api.POST(`/api/v1/formulas/{id}/${change.do}`, { params, body: write }));
}

/** Records a mixture, or changes one. */
export function useChangeFormula() {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: 'formulas' },
    mutationFn: ({ id, change }: { id: string; change: FormulaChange }) => send(id, change),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ['formulas'] });
    },
  });
}

/** Works a mixture out. Nothing is kept. */
export const useMixed = () =>
  useMutation({ mutationFn: (body: Mixture) => answered(api.POST('/api/v1/formulas/mixed', { body })) });

/** Dilutes a spirit, pours it on a weight, counts drops. Nothing is kept. */
export const useReckoned = () =>
  useMutation({
    mutationFn: (body: Schema['Dilution']) => answered(api.POST('/api/v1/formulas/reckoned', { body })),
  });
