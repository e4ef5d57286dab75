import { useSyncExternalStore } from 'react';

let stale = false;
const listeners = new Set<() => void>();

// Vite tells when a part of the app can no longer be fetched: another version has taken its place.
if ('addEventListener' in globalThis)
  addEventListener('vite:preloadError', () => {
    stale = true;
    for (const listener of listeners) listener();
  });

/** Whether the page is of a version that the server has no more: what it has not loaded yet is gone. */
export function useStale(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => stale,
  );
}
