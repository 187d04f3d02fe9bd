import type { UseQueryResult } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';

/**
 * What a query answered, and what went wrong. An answer that has to be waited for is drawn a little at a time, so that a slow
 * phone goes on taking presses meanwhile; what is there already, and each later answer, at once.
 */
export function useGently<T>({ data, error }: UseQueryResult<T>): { data: T | undefined; error: Error | null } {
  const [there] = useState(data !== undefined);
  const drawn = useDeferredValue(data, there ? data : undefined);
  return { data: drawn === undefined ? undefined : data, error };
}
