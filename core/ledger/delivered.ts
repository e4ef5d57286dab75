import type { Batch } from '@chill/model/batch.ts';
import type { PromiseId } from '@chill/model/primitives.ts';
import { eventsInForce } from './standing.ts';

/** How many plants of a batch were planted out or given away for each promise; what was undone counts for nothing. */
export function delivered({ events }: Pick<Batch, 'events'>): Map<PromiseId, number> {
  const given = new Map<PromiseId, number>();
  if (!events.some((event) => 'promise' in event)) return given;
  for (const event of eventsInForce(events).standing) {
    if (!('promise' in event) || event.promise === undefined) continue;
    const count = event.moves.reduce((sum, { to, count }) => (to === 'plantedOut' || to === 'givenAway' ? sum + count : sum), 0);
    given.set(event.promise, (given.get(event.promise) ?? 0) + count);
  }
  return given;
}
