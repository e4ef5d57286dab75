import type { Batch, Plan } from '@chill/model/batch.ts';
import { say } from '@chill/words/ledger.ts';
import type { BatchState } from './batchState.ts';
import { kindOfEvent } from './events/index.ts';
import type { FoldableEvent } from './events/kind.ts';
import { LedgerError, refuse } from './refuse.ts';
import { allWaiting } from './states.ts';

/**
 * The state of a batch after its events, in the order in which the ledger took them. Reversed events count for nothing.
 * Pure: used by server and browser alike.
 * @throws {LedgerError} where an event in force cannot have happened after those before it.
 */
export function fold(plan: Pick<Plan, 'seeds' | 'stages'>, events: readonly FoldableEvent[]): BatchState {
  const inForce = eventsInForce(events);
  const state: BatchState = {
    counts: allWaiting(plan.seeds),
    stages: plan.stages.map(() => ({})),
    stage: 0,
    underWay: false,
    checks: [],
    freshened: [],
    sinceCheck: { watered: false, refreshed: false },
    sprouts: [],
    seen: [],
    timers: [],
    openings: [],
    pours: [],
    swellings: [],
    turns: [],
    freshWater_ms: [],
    splits: [],
    inForce,
  };
  for (const event of events) {
    if (event.kind === 'reversed' || !inForce.has(event.id)) continue;
    const kind = kindOfEvent(event);
    if (state.closedOn && !kind.afterClosing) refuse(event, 'kind', say.of('batchClosedUndoClosingGo'));
    kind.apply(state, event, plan.stages);
    if (!state.lastOn || event.on > state.lastOn) state.lastOn = event.on;
  }
  return state;
}

const states = new WeakMap<readonly FoldableEvent[], { length: number; state: BatchState }>();

/** The state of a batch as it stands: {@link fold}ed once for its history, however many ask. Nobody writes on it. */
export function stateOf({ plan, events }: Pick<Batch, 'plan' | 'events'>): Readonly<BatchState> {
  const known = states.get(events);
  // A history only grows; one that was added to in place is folded anew.
  if (known?.length === events.length) return known.state;
  const state = fold(plan, events);
  states.set(events, { length: events.length, state });
  return state;
}

/** Whether a history can have happened; what it comes to is kept for {@link stateOf}. */
export function canBe(batch: Pick<Batch, 'plan' | 'events'>): boolean {
  try {
    stateOf(batch);
    return true;
  } catch (error) {
    if (error instanceof LedgerError) return false;
    throw error;
  }
}

/**
 * The ids of events that are not reversed. A reversal can itself be reversed, which brings the first event back;
 * since each can only name an earlier one, reading backwards settles them all.
 * @throws {LedgerError} where a reversal names no earlier event, or one that is already reversed.
 */
export function eventsInForce(events: readonly FoldableEvent[]): Set<string> {
  const known = new Set<string>();
  const inForce = new Set<string>();
  for (const event of events) {
    if (event.kind === 'reversed' && !known.has(event.reverses)) {
      refuse(event, 'reverses', say.of('thereNoSuchEntryUndo'));
    }
    known.add(event.id);
    inForce.add(event.id);
  }
  const undoneBy = new Map<string, string>();
  for (const event of [...events].reverse()) {
    if (event.kind !== 'reversed' || undoneBy.has(event.id)) continue;
    const later = undoneBy.get(event.reverses);
    if (later) refuse({ id: later }, 'reverses', say.of('entryUndoneAlready'));
    undoneBy.set(event.reverses, event.id);
    inForce.delete(event.reverses);
  }
  return inForce;
}
