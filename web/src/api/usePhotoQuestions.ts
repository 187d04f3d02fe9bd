import { useMutation } from '@tanstack/react-query';
import { answered, api, type Schema } from './client';

export type Point = Schema['Point'];

/** Asks how long something on a photograph is. Nothing is kept. */
export function useMeasure(id: string) {
  return useMutation({
    mutationFn: (body: Schema['Gauged']) =>
      answered(api.POST('/api/v1/photos/{id}/measured', { params: { path: { id } }, body })),
  });
}

/** Asks which states the colour at a point of a photograph comes near to. Nothing is kept. */
export function useColourAt(id: string) {
  return useMutation({
    mutationFn: (body: Schema['Coloured']) =>
      answered(api.POST('/api/v1/photos/{id}/coloured', { params: { path: { id } }, body })),
  });
}
