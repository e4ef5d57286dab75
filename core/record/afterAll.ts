import type { Batch } from '@chill/model/batch.ts';
import type { Move, NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/schedule.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { type Recorded, type RecordSituation, recordBegin } from './record.ts';

/** Where seeds are that were given up on: kept for another season first, then the compost. */
const GIVEN_UP = ['heldOver', 'discarded'] as const;

/** Seeds of a batch that may still come although they were given up on: none before its sprouting was stopped. */
export function givenUp({ counts, stage, stages, closedOn }: BatchState, planned: Batch['plan']['stages']): number {
  const stopped = stages.some(({ finishedOn }, i) => finishedOn !== undefined && STAGES[planned[i]?.kind ?? 'pot'].course === 'sprouts');
  return stopped || closedOn || stage >= planned.length ? countIn(counts, GIVEN_UP) : 0;
}

/**
 * The events for seeds that came after their batch was stopped: its closing is taken back where it was closed, they are potted as they come, and its pots
 * begin where they had not.
 */
export function recordAfterAll(
  batch: Batch,
  state: BatchState,
  count: number,
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const most = countIn(state.counts, GIVEN_UP);
  if (!Number.isInteger(count) || count < 1) return refusal(say.of('howMany'));
  if (count > most) return refusal(say.of('fewerGivenUp', { most, count }));
  const moves: Move[] = [];
  let rest = count;
  for (const from of GIVEN_UP) {
    const taken = Math.min(rest, state.counts[from]);
    if (taken > 0) moves.push({ from, to: 'sprouted', count: taken });
    rest -= taken;
  }
  moves.push({ from: 'sprouted', to: 'potted', count });
  const closing = batch.events.findLast(({ id, kind }) => kind === 'closed' && state.inForce.has(id));
  const events: NewEvent[] = [
    ...(closing ? [{ id: newId(), on, kind: 'reversed', reverses: closing.id } as const] : []),
    { id: newId(), on, kind: 'seedsMoved', moves },
  ];
  const pots = STAGES[batch.plan.stages[state.stage]?.kind ?? 'clean'].course === 'grows' && !state.underWay;
  if (!pots) return { events };
  const begun = recordBegin(batch, state, situation, on, newId);
  return 'reason' in begun ? begun : { events: [...events, ...begun.events] };
}
