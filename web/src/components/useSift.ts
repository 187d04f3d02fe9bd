import { useCallback } from 'react';
import { useSearchParams } from 'wouter';

/** What a list is sifted by stands in the address, so that it is there again when one comes back. */
export function useSift(): {
  of: (key: string) => string;
  sift: (key: string, value: string) => void;
  search: URLSearchParams;
} {
  const [search, setSearch] = useSearchParams();
  const sift = useCallback(
    (key: string, value: string) =>
      setSearch(
        (was) => {
          const next = new URLSearchParams(was);
          if (value) next.set(key, value);
          else next.delete(key);
          return next;
        },
        { replace: true },
      ),
    [setSearch],
  );
  return { of: (key) => search.get(key) ?? '', sift, search };
}
