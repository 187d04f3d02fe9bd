import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';

/** How often, in ms, what is urgent is asked for anew: prints ripen and timers end by the program's clock. */
const every = 30_000;

/** What every view says until it is seen to: hands and knife to be cleaned, prints to be looked at, timers that run. */
export function useUrgent() {
  return useQuery({
    queryKey: ['urgent'],
    queryFn: async ({ signal }) => ({
      ...(await answered(api.GET('/api/v1/urgent', { signal }))),
      /** When it was asked for, by this device's clock. */
      at: Date.now(),
    }),
    refetchInterval: every,
    refetchOnWindowFocus: 'always', // another tab may have changed it
  });
}
