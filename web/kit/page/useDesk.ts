import { useSyncExternalStore } from 'react';

/** As in the styles: from here on there is room for two things side by side. */
const DESK = '(min-width: 66rem)';

function watch(changed: () => void): () => void {
  const query = window.matchMedia?.(DESK);
  query?.addEventListener('change', changed);
  return () => query?.removeEventListener('change', changed);
}

/** Whether the screen is as wide as a desk's; where nobody can say, it is. */
export function useDesk(): boolean {
  return useSyncExternalStore(watch, () => window.matchMedia?.(DESK).matches ?? true);
}
