import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { fold } from './fold.ts';
import { LedgerError } from './refuse.ts';

/** What undoing takes: the reversing events, and the later entries that rest on what is undone and must go with it, the newest first. */
export interface Undoing {
  events: NewEvent[];
  also: LedgerEvent[];
}

/**
 * Undoes entries of a batch. Where later ones rest on them (seeds counted up that were potted since), those are named, and undone with them: the fewest,
 * newest first, that leave a history that can have happened. `undefined` where not even that is possible.
 */
export function undoing(
  batch: Pick<Batch, 'plan' | 'events'>,
  ids: readonly string[],
  on: PlainDate,
  newId: () => string,
): Undoing | undefined {
  const { inForce } = fold(batch.plan, batch.events);
  const first = batch.events.findIndex(({ id }) => ids.includes(id));
  if (first < 0) return undefined;
  // What was corrected stands again once its correction is undone: it may have to go too.
  const undoneAlready = new Set(
    batch.events.flatMap((event) => (event.kind === 'reversed' && inForce.has(event.id) ? [event.reverses] : [])),
  );
  const later = batch.events.slice(first + 1).filter(({ id, kind }) => !undoneAlready.has(id) && kind !== 'reversed' && !ids.includes(id));
  const reversal = (id: string): NewEvent => ({ id: newId(), on, kind: 'reversed', reverses: id });
  const asked = batch.events.filter(({ id }) => ids.includes(id)).reverse();
  let also: LedgerEvent[] = [];
  for (;;) {
    const undone = [...also, ...asked].sort((a, b) => b.version - a.version);
    const events = undone.map(({ id }) => reversal(id));
    const fault = faultOf(batch, events);
    if (!fault) return { events, also: [...also].sort((a, b) => b.version - a.version) };
    // The entry that can no longer be is the next to go; where the fault names none, the newest.
    const next =
      later.find(({ id }) => id === fault && !also.some((one) => one.id === id)) ??
      later.findLast(({ id }) => !also.some((one) => one.id === id));
    if (!next) return undefined;
    also = [...also, next];
  }
}

/** The id of the entry that cannot have happened once others are taken back, or `undefined` where all can. */
function faultOf(batch: Pick<Batch, 'plan' | 'events'>, events: readonly NewEvent[]): string | undefined {
  try {
    fold(batch.plan, [...batch.events, ...events]);
    return undefined;
  } catch (error) {
    if (error instanceof LedgerError) return error.eventId;
    throw error;
  }
}
