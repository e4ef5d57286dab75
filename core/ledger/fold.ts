import type { Plan } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { allWaiting, applyMoves, type Counts } from './states.ts';

/** The days that a stage really had. */
export interface StageDone {
  startedOn?: PlainDate;
  finishedOn?: PlainDate;
  placeId?: string;
}

/** One look at a batch. */
export interface Check {
  eventId: string;
  on: PlainDate;
  damp?: 'dry' | 'right' | 'wet';
  mould?: 'none' | 'few' | 'spreading';
  sprouted: number;
  mouldy: number;
}

/** Where a batch stands: all that its plan and its events say. */
export interface BatchState {
  counts: Counts;
  stages: StageDone[];
  /** Index of the stage under way; the number of stages once all are finished. */
  stage: number;
  /** True while the stage at `stage` has been started and not finished. */
  underWay: boolean;
  checks: Check[];
  /** Days on which the medium was made fresh. */
  freshened: PlainDate[];
  /** Seeds that came up on each day, wherever they were seen. */
  sprouts: { on: PlainDate; count: number }[];
  closedOn?: PlainDate;
  /** Events that are in force: not reversed. */
  inForce: ReadonlySet<string>;
  /** Latest day on which anything in force happened. */
  lastOn?: PlainDate;
}

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
    sprouts: [],
    inForce,
  };
  for (const event of events) {
    if (event.kind === 'reversed' || !inForce.has(event.id)) continue;
    apply(state, event, plan.stages.length);
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

function apply(state: BatchState, event: FoldableEvent, stageCount: number): void {
  if (state.closedOn && event.kind !== 'noted') refuse(event, 'kind', 'This batch is closed. Undo the closing to go on with it.');
  switch (event.kind) {
    case 'stageStarted':
      if (event.stage !== state.stage || state.underWay) refuse(event, 'stage', 'That stage is not the next one.');
      requireNotBefore(state, event);
      state.stages[event.stage] = { startedOn: event.on, placeId: event.placeId };
      state.underWay = true;
      state.freshened.push(event.on);
      break;
    case 'stageFinished':
      if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', 'That stage is not under way.');
      requireNotBefore(state, event);
      move(state, event);
      state.stages[event.stage] = { ...state.stages[event.stage], finishedOn: event.on };
      state.stage = Math.min(stageCount, event.stage + 1);
      state.underWay = false;
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
      });
      break;
    }
    case 'seedsMoved':
      move(state, event);
      break;
    case 'refreshed':
      if (!state.underWay) refuse(event, 'kind', 'Nothing is lying wet: no stage is under way.');
      state.freshened.push(event.on);
      break;
    case 'closed':
      state.closedOn = event.on;
      break;
    case 'noted':
    case 'reversed':
      break;
  }
  if (!state.lastOn || event.on > state.lastOn) state.lastOn = event.on;
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
  if (count > 0) state.sprouts.push({ on: event.on, count });
}

function gained(event: Extract<FoldableEvent, { moves: unknown }>, into: 'sprouted'): number {
  return event.moves.filter((one) => one.to === into).reduce((sum, one) => sum + one.count, 0);
}

function refuse(event: FoldableEvent, field: string, message: string): never {
  throw new LedgerError(event.id, field, message);
}
