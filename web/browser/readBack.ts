import type { Contents } from '@chill/model/contents.ts';

/** Where what was read back is remembered until somebody has seen it: the page begins anew meanwhile. */
const READ_BACK = 'chill.readBack';

export const rememberReadBack = (found: Contents): void => sessionStorage.setItem(READ_BACK, JSON.stringify(found));

/** What was read back last in this window, and has not been put aside. */
export function lastReadBack(): Contents | undefined {
  const kept = sessionStorage.getItem(READ_BACK);
  return kept === null ? undefined : (JSON.parse(kept) as Contents);
}

export const forgetReadBack = (): void => sessionStorage.removeItem(READ_BACK);
