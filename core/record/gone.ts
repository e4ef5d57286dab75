import type { Move, WhyGone } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { ON_ITS_WAY } from '../ledger/states.ts';
import type { Recorded } from './record.ts';

/** The events by which a whole bag goes: every seed of it that is still somewhere is counted out, and it is closed. */
export function recordGone(state: Pick<BatchState, 'counts'>, why: WhyGone, on: PlainDate, newId: NewId): Recorded {
  const to = why === 'givenAway' ? 'givenAway' : 'discarded';
  const there = [...ON_ITS_WAY, 'heldOver' as const].filter((from) => state.counts[from] > 0);
  const moves = there.map((from): Move => ({ from, to, count: state.counts[from] }));
  return {
    events: [
      ...(moves.length > 0 ? [{ id: newId(), on, kind: 'seedsMoved', moves } as const] : []),
      { id: newId(), on, kind: 'closed', why },
    ],
  };
}
