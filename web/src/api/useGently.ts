import type { UseQueryResult } from '@tanstack/react-query';
import { useDeferredValue } from 'react';

/**
 * What a query answered, and what went wrong. The first answer is drawn a little at a time, so that a slow phone goes on
 * taking presses meanwhile; each later one at once.
 */
export function useGently<T>({ data, error }: UseQueryResult<T>): { data: T | undefined; error: Error | null } {
  const drawn = useDeferredValue(data, undefined);
  return { data: drawn === undefined ? undefined : data, error };
}
