import { useQuery } from '@tanstack/react-query';
import { answered, api } from './client';
import type { KeyScope } from './keyScope';

/** A key written out. */
export function usePrintedKey(scope: KeyScope | undefined) {
  return useQuery({
    queryKey: ['printed-key', scope],
    queryFn: () => answered(api.GET('/api/v1/key/printed', { params: { query: scope as KeyScope } })),
    enabled: scope !== undefined,
    retry: false,
  });
}
