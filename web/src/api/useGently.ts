import type { UseQueryResult } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';

/**
 * An answer as it is drawn: one that has to be waited for a little at a time, so that a slow phone goes on taking presses
 * meanwhile; what is there already, and each later answer, at once.
 */
export function useDrawn<T>(data: T | undefined): T | undefined {
  const [there] = useState(data !== undefined);
  const drawn = useDeferredValue(data, there ? data : undefined);
  return drawn === undefined ? undefined : data;
}

/** What a query answered, as it is drawn, and what went wrong. */
export function useGently<T>({ data, error }: UseQueryResult<T>): { data: T | undefined; error: Error | null } {
  return { data: useDrawn(data), error };
}
