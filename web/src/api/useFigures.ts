import { useQuery } from '@tanstack/react-query';
import { answered, api, type Schema } from './client';

/** What a small figure shows, of mushrooms and of plants. */
const drawn = [
  'cap-shape',
  'underside',
  'gill-spacing',
  'cap-margin',
  'cap-surface',
  'cap-patches',
  'cap-colour',
  'gill-colour',
  'stem-colour',
  'stem-ring',
  'stem-base',
  'stem-surface',
  'stem-net',
  'stem-place',
  'stem-width',
  'cap-diameter',
  'growth',
  'substrate',
  'growth-form',
  'plant-height',
  'posture',
  'climbing',
  'leaf-arrangement',
  'leaf-division',
  'leaf-shape',
  'leaf-margin',
  'leaf-bases',
  'leaflet-count',
  'stem-blotches',
  'stem-hair',
  'umbel-bracts',
  'umbel-bracteoles',
  'inflorescence',
  'flower-colour',
  'fruit-stand',
  'fruit-colour',
];

/** What small figures of all taxa are drawn from, by taxon; asked for once. */
export function useFigures(): Record<string, Schema['Figure']> | undefined {
  return useQuery({
    queryKey: ['figures'],
    queryFn: () => answered(api.GET('/api/v1/figures', { params: { query: { of: drawn } } })),
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
}
