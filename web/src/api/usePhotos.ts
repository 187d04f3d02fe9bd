import { useQuery } from '@tanstack/react-query';
import { answered, api, type Schema } from './client';

export type Photo = Schema['Photo'];
/** What a photograph can be of. */
export type PhotoOf = 'record' | 'picking' | 'print' | 'batch' | 'place';

/** How often, in ms, a photograph that is being developed is asked for. */
const soon = 250;

const developing = (p: Photo) => p.file.state === 'developing';

/** The photographs of something; asked for again while one is being developed. */
export function usePhotos(of: PhotoOf, id: string) {
  return useQuery({
    queryKey: ['photos', of, id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/photos', { params: { query: { of, id } }, signal })),
    refetchInterval: ({ state }) => (state.data?.some(developing) ? soon : false),
  });
}

/** A photograph, with what can be read off it. */
export function usePhoto(id: string) {
  return useQuery({
    queryKey: ['photo', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/photos/{id}', { params: { path: { id } }, signal })),
    refetchInterval: ({ state }) => (state.data && developing(state.data) ? soon : false),
  });
}

/** Where a photograph's file is got from, in a size; “stripped” without what the camera wrote into it. */
export const pictureOf = (p: Photo, size: 'list' | 'screen' | 'original' | 'stripped'): string =>
  `/api/v1/photographs/${p.file.file}/${size}`;
