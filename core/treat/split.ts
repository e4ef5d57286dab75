import type { Batch, NewBatch, Plan, Split } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import type { DatedStage, Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/treatment.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { CoatOpening } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';

/**
 * Splits the hard seeds off a batch after a soak: they go round again, opened `by` the way asked for, as a batch of their own with the same way
 * from there on; the swollen go on where they are. Where none has
 * swollen nothing is left, and the old batch is over. The new batch knows what it came from, and its round.
 */
export function planSplit(
  batch: Batch,
  state: Pick<BatchState, 'counts' | 'stage'>,
  count: number,
  by: CoatOpening,
  on: PlainDate,
  newId: NewId,
): Split | Refusal {
  const hard = state.counts.waiting;
  if (!Number.isInteger(count) || count < 1) return refusal(say.of('howManyAgain'), 'count');
  if (count > hard) return refusal(say.of('fewerStillHard', { hard, count }), 'count');
  const into = newId();
  return {
    decidedOn: batch.events.length,
    event: { id: newId(), on, kind: 'split', into, moves: [{ from: 'waiting', to: 'movedOn', count }] },
    batch: {
      id: into,
      lotId: batch.lotId,
      plan: roundAgain(batch.plan, state.stage, count, by, on),
      madeOn: on,
      ...(batch.purpose && { purpose: batch.purpose }),
      ...(batch.trial && { trial: batch.trial }),
      from: { batchId: batch.id, round: roundOf(batch) + 1 },
    },
  };
}

/** Which round of opening and soaking a batch is in: 1 for one that was never split off. */
export function roundOf({ from }: Pick<NewBatch, 'from'>): number {
  return from?.round ?? 1;
}

/** The plan from the stage that opened the coat (or the soak, where nothing did) onwards, beginning on `on`. */
function roundAgain(
  { method, stages, wish, seeds, expects, figures }: Plan,
  at: number,
  count: number,
  by: CoatOpening,
  on: PlainDate,
): Plan {
  const done = method.stages.slice(0, at + 1);
  const opened = done.findLastIndex(({ kind }) => STAGES[kind].opens);
  const from =
    opened >= 0
      ? opened
      : Math.max(
          0,
          done.findLastIndex(({ kind }) => STAGES[kind].water === 'soaking'),
        );
  const again = method.stages.slice(from).map((stage, i): Stage => (i === 0 && opened >= 0 ? { ...stage, kind: by } : stage));
  const first = stages[from] as DatedStage;
  const moved = daysBetween(first.start, on);
  const dated = stages.slice(from).map(
    (stage, i): DatedStage => ({
      ...stage,
      ...(i === 0 && opened >= 0 && { kind: by }),
      start: addDays(stage.start, moved),
      end: addDays(stage.end, moved),
      ...(stage.best && { best: addDays(stage.best, moved) }),
      ...(stage.window && { window: { from: addDays(stage.window.from, moved), to: addDays(stage.window.to, moved) } }),
    }),
  );
  const part = (plants: number) => Math.floor((plants * count) / seeds);
  return {
    seeds: count,
    wish,
    method: { ...method, stages: again },
    stages: dated,
    expects: { low: part(expects.low), high: Math.ceil((expects.high * count) / seeds) },
    ...(figures && { figures }),
  };
}

/**
 * What undoing a split records on the batch that was split off: all its seeds go back, and it is closed. `undefined` where it has gone its own
 * method already, and the split can no longer be undone.
 */
export function goBack(batch: Batch, on: PlainDate, newId: NewId): NewEvent[] | undefined {
  if (batch.events.length > 0) return undefined;
  return [
    { id: newId(), on, kind: 'seedsMoved', moves: [{ from: 'waiting', to: 'movedOn', count: batch.plan.seeds }] },
    { id: newId(), on, kind: 'closed' },
  ];
}
