import type { LookedAt } from '@chill/model/contents.ts';
import { ask } from '../browser/api.ts';
import { rememberReadBack } from '../browser/readBack.ts';
import { dropAll } from './outbox.ts';

/** The server is asked this often whether it is there again, ms, and for this long. */
const ASK_EVERY_MS = 500;
const AT_MOST_MS = 60_000;

/** Sends a file that holds all of a nursery's data, to be looked at: what is in it. Nothing is changed yet. */
export const lookAtFile = (file: File): Promise<LookedAt> => ask('/api/everything', { method: 'POST', file });

/** Lets go of the file that was looked at. */
export const dropFile = (): Promise<void> => ask('/api/everything', { method: 'DELETE' });

/** Puts the file that was looked at in the place of the data, and opens it. What was there is kept as a backup. */
export async function readFileBack({ hash, ...found }: LookedAt): Promise<void> {
  await change('/api/everything/read-back', { hash }, () => rememberReadBack(found));
}

/** Opens the demo to look around in, or one's own nursery again. */
export async function lookAround(there: boolean): Promise<void> {
  // What was still on its way was for the demo.
  if (!there) await dropAll();
  await change('/api/look-around', { there });
}

/** Asks for other data, waits until the server has opened it, and begins at the round with nothing of the old in memory. */
async function change(path: string, body: object, done = () => {}): Promise<void> {
  const before = await opened();
  await ask(path, { method: 'POST', body });
  const from = Date.now();
  while (Date.now() - from < AT_MOST_MS) {
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
    const now = await opened().catch(() => before);
    if (now !== before) break;
  }
  done();
  location.assign('/');
}

/** A name for the time since which the server has had its data open. */
const opened = async () => (await ask<{ opened: string }>('/api/health')).opened;
