import type { Batch } from '@chill/model/batch.ts';
import type { NewId, PlaceId, PromiseId } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/schedule.ts';
import type { Situation } from '../follow/situation.ts';
import { keptDry } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import type { Task } from '../tasks/task.ts';
import {
  type Recorded,
  recordBegin,
  recordCheck,
  recordFinish,
  recordMove,
  recordMoves,
  recordPlantOut,
  recordTending,
  recordTurn,
} from './record.ts';

/** What can be said in answer to a task; each kind reads the parts that it needs. */
export interface Answer {
  /** Absent where nobody looks at it, in pots and on the warm towel. */
  damp: 'dry' | 'right' | 'wet' | undefined;
  mould: 'none' | 'few' | 'spreading';
  /** New roots or sprouts, seeds gone mouldy, seedlings lost, and the number lifted or set out. */
  up: number;
  mouldy: number;
  lost: number;
  count: number;
  rest: 'heldOver' | 'lost';
  /** Of plants: what becomes of those that do not go out, and which promise they go out for, if any. */
  others: 'stay' | 'lost';
  promise?: PromiseId | undefined;
  /** Water added, mL. */
  water_mL: number;
  /** Where it goes, where there is more than one place for it. */
  placeId?: PlaceId;
}

/** The usual answer: all as it should be, and as much water as is calculated. */
export function usualAnswer(task: Task, state: BatchState, water_mL = 0): Answer {
  const count = task.kind === 'lift' ? state.counts.sprouted : countIn(state.counts, ['potted', 'established']);
  const lost = Math.min(task.off ?? 0, count);
  return { damp: 'right', mould: 'none', up: 0, mouldy: 0, lost, count, rest: 'heldOver', others: 'stay', water_mL };
}

/** The events that an answer to a task means, on the situation's day. */
export function recordAnswer(task: Task, answer: Answer, batch: Batch, state: BatchState, situation: Situation, newId: NewId): Recorded {
  const on = situation.today;
  switch (task.kind) {
    case 'begin':
      return recordBegin(batch, state, situation, on, newId, answer.placeId);
    case 'move':
      return recordMove(batch, state, situation, on, newId, answer.placeId);
    case 'turn':
      return recordTurn(state, situation, on, newId);
    case 'water':
      if (!(answer.water_mL > 0)) return refusal(say.of('howMuchWater'));
      return { events: [{ id: newId(), on, kind: 'watered', mL: answer.water_mL }] };
    case 'refresh':
      return { events: [{ id: newId(), on, kind: 'refreshed' }] };
    case 'freshWater':
      return { events: [{ id: newId(), on, kind: 'refreshed', ...(situation.now && { at: situation.now }) }] };
    case 'lift':
      return recordMoves(state, { potted: answer.count }, on, newId);
    case 'finish':
      return recordFinish(batch, state, answer.rest, situation, on, newId);
    case 'tend':
      return recordTending(task.tending ?? 'water', answer.lost, state, on, newId);
    case 'plantOut':
      return recordPlantOut(batch, state, answer.count, answer, on, newId);
    case 'check': {
      const { up, mouldy, lost } = answer;
      const kind = batch.plan.stages[task.stage]?.kind;
      const damp = keptDry(kind) ? undefined : answer.damp;
      const mould = mouldy > 0 && answer.mould === 'none' ? 'few' : answer.mould;
      const counts = { ...(up > 0 && { up }), ...(mouldy > 0 && { mouldy }), ...(lost > 0 && { lost }) };
      return recordCheck(batch, state, { ...(damp && { damp }), mould, counts }, on, newId);
    }
  }
}
