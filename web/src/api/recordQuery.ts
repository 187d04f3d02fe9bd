import { queryOptions } from '@tanstack/react-query';
import { answered, api } from './client';

/** How a record is asked for. */
export const recordQuery = (id: string) =>
  queryOptions({
    queryKey: ['record', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/records/{id}', { params: { path: { id } }, signal })),
    refetchOnWindowFocus: 'always', // another tab may have changed it
  });
