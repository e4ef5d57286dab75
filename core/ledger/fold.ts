import type { Batch, PlanInForce } from '@chill/model/batch.ts';
import { say } from '@chill/words/ledger.ts';
import type { BatchState } from './batchState.ts';
import { kindOfEvent } from './events/index.ts';
import type { FoldableEvent } from './events/kind.ts';
import { planAfter } from './planInForce.ts';
import { LedgerError, refuse } from './refuse.ts';
import { eventsInForce } from './standing.ts';
import { allWaiting } from './states.ts';

/**
 * The state of a batch after its events, in the order in which the ledger took them. Reversed events count for nothing; a correction stands where what
 * it corrects stood.
 * Pure: used by server and browser alike.
 * @throws {LedgerError} where an event in force cannot have happened after those before it.
 */
export function fold(made: PlanInForce, events: readonly FoldableEvent[]): BatchState {
  const { standing, inForce } = eventsInForce(events);
  // Every amendment leaves what had begun as it was, so the plan that came of them all can be read from the start.
  const plan = planAfter(made, standing);
  const state = begun(plan, inForce);
  for (const event of standing) applyTo(state, event, plan);
  return state;
}

/**
 * The state that an event was recorded on: everything that stands before it, and not the event itself.
 * @throws {LedgerError} where an event in force cannot have happened after those before it.
 */
export function stateBefore({ plan: made, events }: Pick<Batch, 'plan' | 'events'>, id: string): BatchState {
  const { standing, inForce } = eventsInForce(events);
  const plan = planAfter(made, standing);
  const state = begun(plan, inForce);
  for (const event of standing.slice(
    0,
    Math.max(
      0,
      standing.findIndex((one) => one.id === id),
    ),
  ))
    applyTo(state, event, plan);
  return state;
}

function applyTo(state: BatchState, event: FoldableEvent, plan: Pick<PlanInForce, 'stages'>): void {
  const kind = kindOfEvent(event);
  if (state.closedOn && !kind.afterClosing) refuse(event, 'kind', say.of('batchIsClosed'));
  kind.apply(state, event, plan.stages);
  if (!state.lastOn || event.on > state.lastOn) state.lastOn = event.on;
}

function begun(plan: Pick<PlanInForce, 'seeds' | 'stages'>, inForce: Set<string>): BatchState {
  return {
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
    amendments: [],
    cuts: [],
    tended: [],
    tendingDays: {},
    toThin: 0,
    upWhenThinned: 0,
    inForce,
  };
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
