import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** How often, in ms, the print bench is asked for anew: a print ripens by the program's clock. */
const every = 60_000;

/** The print bench: spore prints, those to be looked at first. */
export function usePrints() {
  return useQuery({
    queryKey: ['prints'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/prints', { signal })),
    refetchInterval: every,
    refetchOnWindowFocus: 'always',
  });
}
