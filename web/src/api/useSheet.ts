import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** The emergency sheet, for somebody of the household (empty for everybody) and the time of the first sign (empty for now). */
export function useSheet(person: string, first: string) {
  return useGently(
    useQuery({
      queryKey: ['sheet', person, first],
      queryFn: ({ signal }) =>
        answered(
          api.GET('/api/v1/sheet', {
            params: { query: { ...(person ? { person } : {}), ...(first ? { first } : {}) } },
            signal,
          }),
        ),
      placeholderData: (before) => before,
    }),
  );
}
