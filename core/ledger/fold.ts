import type { Plan } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { BatchState } from './batchState.ts';
import { allWaiting, applyMoves, countIn, ON_ITS_WAY } from './states.ts';

/** An event of a batch as `fold` needs it; what the ledger adds to a new event makes no difference. */
type FoldableEvent = NewEvent | LedgerEvent;

/** Thrown when events contradict the plan or one another; names the first that does. */
export class LedgerError extends Error {
  readonly eventId: string;
  /** Where in the event the fault lies, as a dotted path. */
  readonly field: string;
  constructor(eventId: string, field: string, message: string) {
    super(message);
    this.eventId = eventId;
    this.field = field;
  }
}

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
    sinceLook: { watered: false, refreshed: false },
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
    apply(state, event, plan.stages);
  }
  return state;
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
      throw new LedgerError(event.id, 'reverses', 'There is no such entry to undo.');
    }
    known.add(event.id);
    inForce.add(event.id);
  }
  const undoneBy = new Map<string, string>();
  for (const event of [...events].reverse()) {
    if (event.kind !== 'reversed' || undoneBy.has(event.id)) continue;
    const later = undoneBy.get(event.reverses);
    if (later) throw new LedgerError(later, 'reverses', 'That entry is undone already.');
    undoneBy.set(event.reverses, event.id);
    inForce.delete(event.reverses);
  }
  return inForce;
}

function apply(state: BatchState, event: FoldableEvent, planned: Plan['stages']): void {
  if (state.closedOn && event.kind !== 'noted') refuse(event, 'kind', 'This batch is closed. Undo the closing to go on with it.');
  switch (event.kind) {
    case 'stageStarted':
      if (event.stage !== state.stage || state.underWay) refuse(event, 'stage', 'That stage is not the next one.');
      requireNotBefore(state, event);
      state.stages[event.stage] = { startedOn: event.on, placeId: event.placeId, stays: [{ on: event.on, placeId: event.placeId }] };
      state.underWay = true;
      // Going on in the same sand or pot, its medium goes on ageing.
      if (!lastsFrom(planned, event.stage)) state.freshened.push(event.on);
      break;
    case 'stageFinished':
      if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', 'That stage is not under way.');
      requireNotBefore(state, event);
      move(state, event);
      state.stages[event.stage] = { ...state.stages[event.stage], finishedOn: event.on };
      state.stage = Math.min(planned.length, event.stage + 1);
      state.underWay = false;
      stopTimers(state, event);
      break;
    case 'checked': {
      const before = state.counts;
      move(state, event);
      state.checks.push({
        eventId: event.id,
        on: event.on,
        ...(event.damp && { damp: event.damp }),
        ...(event.mould && { mould: event.mould }),
        sprouted: gained(event, 'sprouted'),
        mouldy: state.counts.mouldy - before.mouldy,
        left: countIn(state.counts, ['waiting', 'swollen']),
      });
      if (gained(event, 'sprouted') === 0) state.seen.push({ on: event.on, came: 0, left: countIn(state.counts, ['waiting', 'swollen']) });
      state.sinceLook = { watered: false, refreshed: false };
      break;
    }
    case 'seedsMoved':
      move(state, event);
      break;
    case 'refreshed':
      if (!state.underWay) refuse(event, 'kind', 'Nothing is lying wet: no stage is under way.');
      state.freshened.push(event.on);
      state.sinceLook.refreshed = true;
      if (event.at) state.freshWater_ms.push(Date.parse(event.at));
      break;
    case 'watered':
      if (!state.underWay) refuse(event, 'kind', 'Nothing is lying damp: no stage is under way.');
      state.sinceLook.watered = true;
      break;
    case 'carried': {
      const here = state.stages[state.stage];
      if (!state.underWay || !here?.startedOn) refuse(event, 'kind', 'It is in no place yet: no stage is under way.');
      if (here.placeId === event.placeId) refuse(event, 'placeId', 'It lies there already.');
      if (event.on < (here.stays?.at(-1)?.on ?? here.startedOn)) refuse(event, 'on', 'That is before it came to where it lies.');
      // Carried twice on one day, only the last counts.
      const before = (here.stays ?? []).filter(({ on }) => on < event.on);
      state.stages[state.stage] = { ...here, placeId: event.placeId, stays: [...before, { on: event.on, placeId: event.placeId }] };
      break;
    }
    case 'closed':
      state.closedOn = event.on;
      stopTimers(state, event);
      break;
    case 'timerStarted':
      if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', 'That stage is not under way: begin it first.');
      if (state.timers.some(({ id }) => id === event.timer)) refuse(event, 'timer', 'That timer was started already.');
      state.timers.push({
        id: event.timer,
        stage: event.stage,
        step: event.step,
        seconds: event.seconds,
        started_ms: Date.parse(event.at),
        ended: false,
      });
      break;
    case 'timerEnded': {
      const timer = state.timers.find(({ id }) => id === event.timer);
      if (!timer) refuse(event, 'timer', 'There is no such timer.');
      if (timer.ended) refuse(event, 'timer', 'That timer was ended already.');
      const ended_ms = Date.parse(event.at);
      if (ended_ms < timer.started_ms) refuse(event, 'at', 'That is before the timer was started.');
      Object.assign(timer, { ended: true, ended_ms });
      break;
    }
    case 'opened': {
      const before = state.counts.broken;
      const there = countIn(state.counts, ['waiting', 'swollen']);
      if (event.count > there) refuse(event, 'count', `Only ${there} are there to be opened: ${event.count} cannot have been.`);
      move(state, event);
      const wounded = state.counts.broken - before;
      if (wounded > event.count) refuse(event, 'moves', 'More were wounded than were opened: count again.');
      const { method, count, seconds } = event;
      state.openings.push({ eventId: event.id, on: event.on, method, count, wounded, ...(seconds && { seconds }) });
      break;
    }
    case 'poured': {
      if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', 'That stage is not under way: begin it first.');
      state.pours.push({ eventId: event.id, stage: event.stage, pour: event.pour, at_ms: Date.parse(event.at), readings: [] });
      break;
    }
    case 'waterRead': {
      const last = state.pours.at(-1);
      const at_ms = Date.parse(event.at);
      if (!last) refuse(event, 'kind', 'Nothing was poured yet: there is no water to read.');
      if (at_ms < last.at_ms) refuse(event, 'at', 'That is before the water was poured.');
      last.readings.push({ at_ms, water_C: event.water_C });
      break;
    }
    case 'swellingChecked': {
      const { swelling } = event;
      const there = countIn(state.counts, ['waiting', 'swollen']);
      if (swelling.by === 'count' && swelling.soaked > there)
        refuse(event, 'swelling.soaked', `Only ${there} are in the soak: ${swelling.soaked} cannot have been looked at.`);
      move(state, event);
      state.swellings.push({ eventId: event.id, on: event.on, swelling });
      break;
    }
    case 'split':
      move(state, event);
      state.splits.push({ eventId: event.id, into: event.into, count: event.moves.reduce((sum, one) => sum + one.count, 0) });
      // Where every seed has gone its own way there is nothing left to look after.
      if (countIn(state.counts, [...ON_ITS_WAY, 'heldOver']) === 0) {
        state.closedOn = event.on;
        stopTimers(state, event);
      }
      break;
    case 'turned': {
      const at_ms = Date.parse(event.at);
      const last = state.turns.at(-1);
      if (last && at_ms < last.at_ms) refuse(event, 'at', 'That is before the turn before it.');
      if (last?.into === event.into) refuse(event, 'into', `It lies in the ${event.into} already.`);
      state.turns.push({ on: event.on, at_ms, into: event.into });
      break;
    }
    case 'weighedDry':
      state.dry_g = event.grams;
      break;
    case 'trainedStaff':
    case 'noted':
    case 'reversed':
      break;
  }
  if (!state.lastOn || event.on > state.lastOn) state.lastOn = event.on;
}

/** Whether a stage goes on in the medium of the one before it. */
function lastsFrom(planned: Plan['stages'], stage: number): boolean {
  const medium = planned[stage]?.medium;
  return stage > 0 && medium !== undefined && planned[stage - 1]?.medium === medium;
}

/** Timers do not outlive what they were for. */
function stopTimers(state: BatchState, event: FoldableEvent): void {
  const ended_ms = event.at ? Date.parse(event.at) : undefined;
  for (const timer of state.timers) {
    if (!timer.ended) Object.assign(timer, { ended: true, ...(ended_ms !== undefined && ended_ms >= timer.started_ms && { ended_ms }) });
  }
}

/** Stages follow one another in time. */
function requireNotBefore(state: BatchState, event: FoldableEvent): void {
  const current = state.stages[state.stage];
  const since = current?.startedOn ?? state.stages[state.stage - 1]?.finishedOn;
  if (since && event.on < since) refuse(event, 'on', `That is before the stage before it: give ${since} or later.`);
}

function move(state: BatchState, event: Extract<FoldableEvent, { moves: unknown }>): void {
  const outcome = applyMoves(state.counts, event.moves);
  if ('problem' in outcome) refuse(event, `moves.${outcome.index}.count`, outcome.problem);
  state.counts = outcome.counts;
  const count = gained(event, 'sprouted');
  if (count === 0) return;
  state.sprouts.push({ on: event.on, count });
  state.seen.push({ on: event.on, came: count, left: countIn(state.counts, ['waiting', 'swollen']) });
}

function gained(event: Extract<FoldableEvent, { moves: unknown }>, into: 'sprouted'): number {
  return event.moves.filter((one) => one.to === into).reduce((sum, one) => sum + one.count, 0);
}

function refuse(event: FoldableEvent, field: string, message: string): never {
  throw new LedgerError(event.id, field, message);
}
