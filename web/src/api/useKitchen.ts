import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import { useGently } from './useGently';

/** How often, in ms, what runs by the program's clock is asked for anew. */
const every = 15_000;

/** What came home, the batches, and the timers that run. */
export function useKitchen() {
  return useGently(
    useQuery({
      queryKey: ['kitchen'],
      queryFn: async ({ signal }) => ({ ...(await answered(api.GET('/api/v1/kitchen', { signal }))), at: Date.now() }),
      refetchOnMount: 'always',
      refetchInterval: every,
    }),
  );
}

/** A batch of food. */
export function useBatch(id: string) {
  return useGently(
    useQuery({
      queryKey: ['batch', id],
      queryFn: async ({ signal }) => ({
        ...(await answered(api.GET('/api/v1/batches/{id}', { params: { path: { id } }, signal }))),
        /** When it was asked for, by this device's clock. */
        at: Date.now(),
      }),
      refetchInterval: ({ state }) => (state.data?.timers.some((t) => t.running) ? every : false),
      refetchOnWindowFocus: 'always', // another device may have changed it
    }),
  );
}
