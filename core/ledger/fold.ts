import type { Batch, Plan } from '@chill/model/batch.ts';
import { say } from '@chill/words/ledger.ts';
import type { BatchState } from './batchState.ts';
import { kindOfEvent } from './events/index.ts';
import type { FoldableEvent } from './events/kind.ts';
import { LedgerError, refuse } from './refuse.ts';
import { allWaiting } from './states.ts';

/**
 * The state of a batch after its events, in the order in which the ledger took them. Reversed events count for nothing; a correction stands where what
 * it corrects stood.
 * Pure: used by server and browser alike.
 * @throws {LedgerError} where an event in force cannot have happened after those before it.
 */
export function fold(plan: Pick<Plan, 'seeds' | 'stages'>, events: readonly FoldableEvent[]): BatchState {
  const { standing, inForce } = eventsInForce(events);
  const state = begun(plan, inForce);
  for (const event of standing) applyTo(state, event, plan);
  return state;
}

/**
 * The state that an event was recorded on: everything that stands before it, and not the event itself.
 * @throws {LedgerError} where an event in force cannot have happened after those before it.
 */
export function stateBefore({ plan, events }: Pick<Batch, 'plan' | 'events'>, id: string): BatchState {
  const { standing, inForce } = eventsInForce(events);
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

function applyTo(state: BatchState, event: FoldableEvent, plan: Pick<Plan, 'stages'>): void {
  const kind = kindOfEvent(event);
  if (state.closedOn && !kind.afterClosing) refuse(event, 'kind', say.of('batchClosedUndoClosingGo'));
  kind.apply(state, event, plan.stages);
  if (!state.lastOn || event.on > state.lastOn) state.lastOn = event.on;
}

function begun(plan: Pick<Plan, 'seeds' | 'stages'>, inForce: Set<string>): BatchState {
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

/** What counts of a history: the events in the order in which they are to be read, and the ids of all that are in force. */
interface InForce {
  standing: readonly FoldableEvent[];
  inForce: Set<string>;
}

/**
 * The events that are neither reversed nor corrected, each in its place. A reversal can itself be reversed, which brings the first event back;
 * since each can only name an earlier one, reading backwards settles them all. A correction stands in the place of what it corrects.
 * @throws {LedgerError} where a reversal or a correction names no earlier event, a reversal one that is already reversed, or a correction one of another
 * kind or of a kind that is not corrected.
 */
export function eventsInForce(events: readonly FoldableEvent[]): InForce {
  const inForce = new Set<string>();
  let reverses = false;
  let corrects = false;
  for (const event of events) {
    // Nothing is taken out yet: what is in it is all that came before.
    if (event.kind === 'reversed') {
      reverses = true;
      if (!inForce.has(event.reverses)) refuse(event, 'reverses', say.of('thereNoSuchEntryUndo'));
    }
    if (event.corrects !== undefined) {
      corrects = true;
      const isThere = inForce.has(event.corrects);
      requireCorrectable(event, isThere ? events.find(({ id }) => id === event.corrects) : undefined);
    }
    inForce.add(event.id);
  }
  if (reverses) takeReversedOut(events, inForce);
  if (corrects) return { standing: inPlace(events, inForce), inForce };
  return { standing: reverses ? events.filter((event) => counts(event, inForce)) : events, inForce };
}

function takeReversedOut(events: readonly FoldableEvent[], inForce: Set<string>): void {
  const undoneBy = new Map<string, string>();
  for (const event of [...events].reverse()) {
    if (event.kind !== 'reversed' || undoneBy.has(event.id)) continue;
    const later = undoneBy.get(event.reverses);
    if (later) refuse({ id: later }, 'reverses', say.of('entryUndoneAlready'));
    undoneBy.set(event.reverses, event.id);
    inForce.delete(event.reverses);
  }
}

const counts = ({ id, kind }: FoldableEvent, inForce: ReadonlySet<string>) => kind !== 'reversed' && inForce.has(id);

function requireCorrectable(event: FoldableEvent, old: FoldableEvent | undefined): void {
  if (!old) refuse(event, 'corrects', say.of('thereNoSuchEntryUndo'));
  else if (old.kind !== event.kind || !kindOfEvent(old).correctable) refuse(event, 'corrects', say.of('entryCannotCorrectUndo'));
}

/** The events in force in their places, the last correction of each in the place of the first of all; what was corrected is taken out of force. */
function inPlace(events: readonly FoldableEvent[], inForce: Set<string>): FoldableEvent[] {
  const placeOf = new Map<string, string>();
  const held = new Map<string, FoldableEvent>();
  for (const event of events) {
    const place = event.corrects === undefined ? event.id : (placeOf.get(event.corrects) as string);
    placeOf.set(event.id, place);
    if (!counts(event, inForce)) continue;
    const before = held.get(place);
    if (before) inForce.delete(before.id);
    held.set(place, event);
  }
  return events.flatMap(({ id }) => held.get(id) ?? []);
}
