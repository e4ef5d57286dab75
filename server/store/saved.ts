import { AsyncLocalStorage } from 'node:async_hooks';

/** What became of a request: whether anything of it has been saved for good. */
export interface Saving {
  saved: boolean;
}

/** The request that is being answered. */
export const saving = new AsyncLocalStorage<Saving>();

/** Notes that something was saved, so that a later fault in the answer never says that nothing was. */
export function markSaved(): void {
  const request = saving.getStore();
  if (request) request.saved = true;
}
