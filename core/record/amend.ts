import type { Move, NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/schedule.ts';
import type { Cure } from '../forecast/cures.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import type { Recorded } from './record.ts';

/** The event by which a batch goes on with something else: what it is in stays under way until the seed is moved, which is due at once. */
export function recordCure(
  { why, method, stages }: Pick<Cure, 'why' | 'method' | 'stages'>,
  state: BatchState,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const from = state.underWay ? state.stage + 1 : state.stage;
  return { events: [{ id: newId(), on, kind: 'amended', why, from, method, stages }] };
}

/** The event for seeds that had not come and were cut across: `viable` of `cut` were firm and white. Those not swollen are taken first. */
export function recordCutOpen(cut: number, viable: number, { counts }: Pick<BatchState, 'counts'>, on: PlainDate, newId: NewId): Recorded {
  const left = countIn(counts, ['waiting', 'swollen']);
  if (!Number.isInteger(cut) || cut < 1) return refusal(say.of('howMany'), 'cut');
  if (cut > left) return refusal(say.of('fewerLeftToCut', { left, cut }), 'cut');
  if (!Number.isInteger(viable) || viable < 0 || viable > cut) return refusal(say.of('viableOfCut', { cut }), 'viable');
  const moves: Move[] = [];
  let rest = cut;
  for (const from of ['waiting', 'swollen'] as const) {
    const count = Math.min(rest, counts[from]);
    if (count > 0) moves.push({ from, to: 'tested', count });
    rest -= count;
  }
  const event: NewEvent = { id: newId(), on, kind: 'cutOpen', cut, viable, moves };
  return { events: [event] };
}
