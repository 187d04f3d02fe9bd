import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import type { KeyScope } from './keyScope';

/** The next question of a key, after the answers given. */
export function useKeyStep(scope: KeyScope | undefined, answer: string[]) {
  return useQuery({
    queryKey: ['key', scope, answer],
    queryFn: () => answered(api.GET('/api/v1/key', { params: { query: { ...(scope as KeyScope), answer } } })),
    enabled: scope !== undefined,
    retry: false,
  });
}
