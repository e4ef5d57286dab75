import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/**
 * What the address asks for, and how to change parts of it in its place. Always on top of the address as it is now: two changes that follow one another
 * faster than the page is drawn both stand.
 */
export function useAddress(): [URLSearchParams, (part: Record<string, string>) => void] {
  const [query, setQuery] = useSearchParams();
  const change = useCallback(
    (part: Record<string, string>) => {
      const next = new URLSearchParams(location.search);
      for (const [name, value] of Object.entries(part)) {
        if (value) next.set(name, value);
        else next.delete(name);
      }
      setQuery(next, { replace: true, preventScrollReset: true });
    },
    [setQuery],
  );
  return [query, change];
}
