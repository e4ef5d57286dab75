import type { Batch } from '@chill/model/batch.ts';
import type { DatedTending, Move, NewEvent, Tending } from '@chill/model/event.ts';
import type { NewId, PlaceId, PlainDate, PromiseId } from '@chill/model/primitives.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/schedule.ts';
import { addDays } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { growsWhereSown } from '../kinds/media.ts';
import { isStage, STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { applyMoves, type Counts, countIn, ON_ITS_WAY } from '../ledger/states.ts';
import { movesFor, type Verb } from '../ledger/verbs.ts';
import { growsAlone } from '../mix/containers.ts';
import { sownBy } from '../sowing/sown.ts';
import { placeForStage } from '../tasks/tasks.ts';
import { stageName } from '../tell/words.ts';
import { TIMINGS } from '../treat/timers.ts';

/** What recording needs to know of where and when. */
export type RecordSituation = Pick<Situation, 'places' | 'now' | 'species'>;

/** Events to append, or what stands in the way. */
export type Recorded = { events: NewEvent[] } | Refusal;

/** What one check found. */
export interface CheckAnswer {
  damp?: 'dry' | 'right' | 'wet';
  mould?: 'none' | 'few' | 'spreading';
  /** By verb, or one after the other where a seed may go on in the same check: 9 up, 9 potted. */
  counts?: Partial<Record<Verb, number>> | readonly [Verb, number][];
  note?: string;
}

/** The event for one check; the counts are taken from where such seeds are. What comes up in its own pot is potted already. */
export function recordCheck(
  batch: Pick<Batch, 'plan'>,
  state: Pick<BatchState, 'counts' | 'stage'>,
  check: CheckAnswer,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const own = batch.plan.method.stages[state.stage];
  const sowing = sownBy(batch.plan.method.stages, state.stage);
  const inOwnPot =
    (sowing ? growsAlone(sowing) : own?.medium && growsWhereSown(own.medium)) || isStage(own?.kind, ({ course }) => course === 'grows');
  const moved = movesForAll(state.counts, check.counts ?? {}, inOwnPot);
  if ('reason' in moved) return moved;
  const { moves } = moved;
  const { damp, note } = check;
  const mould = check.mould ?? (moves.some(({ to }) => to === 'mouldy') ? 'few' : undefined);
  return {
    events: [{ id: newId(), on, kind: 'checked', moves, ...(damp && { damp }), ...(mould && { mould }), ...(note && { note }) }],
  };
}

/** The event for seeds that changed state without a check: lifted, lost, set out. */
export function recordMoves(
  state: Pick<BatchState, 'counts'>,
  counts: Partial<Record<Verb, number>>,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const moved = movesForAll(state.counts, counts);
  if ('reason' in moved) return moved;
  if (moved.moves.length === 0) return refusal(say.of('howMany'));
  return { events: [{ id: newId(), on, kind: 'seedsMoved', moves: moved.moves }] };
}

/** The event that begins the next stage, in the place that was chosen, or in the one meant for it. */
export function recordBegin(
  batch: Batch,
  state: BatchState,
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
  chosen?: PlaceId,
): Recorded {
  const stage = batch.plan.stages[state.stage];
  if (!stage || state.underWay)
    return refusal(
      stage ? say.of('already', { code: batch.code, stage: stageName.of(stage.kind) }) : say.of('noStageLeft', { code: batch.code }),
    );
  const placeId = chosen ?? placeForStage(stage, situation);
  if (!placeId) return refusal(say.of('noPlaceForStage', { stage: stageName.of(stage.kind) }));
  const at = situation.now;
  const started: NewEvent = { id: newId(), on, kind: 'stageStarted', stage: state.stage, placeId, ...(at && { at }) };
  const step = at && STAGES[stage.kind].timer;
  if (step) {
    const { usual_s } = TIMINGS[step];
    const timer: NewEvent = { id: newId(), on, kind: 'timerStarted', timer: newId(), stage: state.stage, step, seconds: usual_s, at };
    return { events: [started, timer] };
  }
  if (STAGES[stage.kind].course === 'turns')
    return { events: [started, { id: newId(), on, kind: 'turned', at: momentOf(situation, on), into: 'freezer' }] };
  return { events: [started] };
}

/** The events that carry a batch over between freezer and fridge. */
export function recordTurn(state: Pick<BatchState, 'turns'>, situation: RecordSituation, on: PlainDate, newId: NewId): Recorded {
  // Before the first turn was written down, it went into the freezer.
  const into = state.turns.at(-1)?.into === 'fridge' ? 'freezer' : 'fridge';
  return { events: [{ id: newId(), on, kind: 'turned', at: momentOf(situation, on), into }] };
}

/** The moment of what is recorded; noon, where none is told. */
function momentOf({ now }: RecordSituation, on: PlainDate): string {
  return now ?? `${on}T12:00:00Z`;
}

/** The events that end the stage under way and, if there is one, begin the next on the same day. */
export function recordMove(
  batch: Batch,
  state: BatchState,
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
  chosen?: PlaceId,
): Recorded {
  if (!state.underWay) return refusal(say.of('notInAnyStage', { code: batch.code }));
  const at = situation.now;
  const finished: NewEvent = { id: newId(), on, kind: 'stageFinished', stage: state.stage, moves: [], ...(at && { at }) };
  if (state.stage + 1 >= batch.plan.stages.length) return { events: [finished] };
  const begun = recordBegin(batch, { ...state, stage: state.stage + 1, underWay: false }, situation, on, newId, chosen);
  return 'reason' in begun ? begun : { events: [finished, ...begun.events] };
}

/** The events that end the sprouting: what is up is potted, what is not goes where the grower says, the pots begin. */
export function recordFinish(
  batch: Batch,
  state: BatchState,
  rest: 'heldOver' | 'lost',
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
): Recorded {
  if (batch.purpose === 'test') return recordReading(batch, state, on, newId);
  const up = state.counts.sprouted;
  const left = countIn(state.counts, ['waiting', 'swollen']);
  const potted = movesForAll(state.counts, { potted: up });
  const dealt = leftBehind(state.counts, rest);
  if ('reason' in potted) return potted;
  const onward = recordMove(batch, state, situation, on, newId);
  if ('reason' in onward) return onward;
  const [finished, ...begun] = onward.events;
  const closing: NewEvent[] = up + countIn(state.counts, ['potted', 'established']) === 0 ? [{ id: newId(), on, kind: 'closed' }] : begun;
  return {
    events: [
      { ...(finished as Extract<NewEvent, { kind: 'stageFinished' }>), moves: [...potted.moves, ...(left > 0 ? dealt : [])] },
      ...closing,
    ],
  };
}

/** The events that end a towel test: what came and what did not are both told, and the batch is closed. */
function recordReading(batch: Batch, state: BatchState, on: PlainDate, newId: NewId): Recorded {
  if (!state.underWay) return refusal(say.of('notInAnyStage', { code: batch.code }));
  const read: Move[] = (['waiting', 'swollen', 'sprouted'] as const)
    .filter((from) => state.counts[from] > 0)
    .map((from) => ({ from, to: 'tested', count: state.counts[from] }));
  return {
    events: [
      { id: newId(), on, kind: 'stageFinished', stage: state.stage, moves: read },
      { id: newId(), on, kind: 'closed' },
    ],
  };
}

/** How plants go out: what becomes of the living that do not, and which promise they are for, if any. */
interface GoingOut {
  others?: 'stay' | 'lost';
  promise?: PromiseId | undefined;
}

/** The events that plant living plants out. While others stay in their pots the batch goes on; otherwise those are written off, and it is closed. */
export function recordPlantOut(
  batch: Batch,
  state: BatchState,
  plants: number,
  { others = 'lost', promise }: GoingOut,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const out = movesForAll(state.counts, { plantOut: plants });
  if ('reason' in out) return out;
  const given = promise !== undefined && { promise };
  // What waits somewhere else goes on whatever becomes of these.
  const all = isStage(batch.plan.stages[state.stage]?.kind, ({ course }) => course === 'grows');
  if (!all || (others === 'stay' && plants < countIn(state.counts, ['potted', 'established']))) {
    if (plants === 0) return refusal(say.of('howMany'), 'count');
    return { events: [{ id: newId(), on, kind: 'seedsMoved', moves: out.moves, ...given }] };
  }
  const after = applyMoves(state.counts, out.moves);
  if ('reason' in after) return after;
  const rest: Move[] = ON_ITS_WAY.filter((from) => after.counts[from] > 0).map((from) => ({
    from,
    to: 'discarded',
    count: after.counts[from],
  }));
  return {
    events: [
      { id: newId(), on, kind: 'stageFinished', stage: batch.plan.stages.length - 1, moves: [...out.moves, ...rest], ...given },
      { id: newId(), on, kind: 'closed' },
    ],
  };
}

/** The event for sprouts put into containers, so many to each. */
export function recordPotted(state: Pick<BatchState, 'counts'>, count: number, each: number, on: PlainDate, newId: NewId): Recorded {
  const made = recordMoves(state, { potted: count }, on, newId);
  if ('reason' in made || each <= 1) return made;
  return { events: made.events.map((event) => ({ ...event, each }) as NewEvent) };
}

/** The event for what was done to seedlings in their pots, with those that were lost or taken out by then. */
export function recordTending(
  tending: Tending,
  lost: number,
  { counts }: Pick<BatchState, 'counts'>,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const living = countIn(counts, ['potted', 'established']);
  if (!Number.isInteger(lost) || lost < 0) return refusal(say.of('howMany'), 'lost');
  if (lost > living) return refusal(say.of('fewerInPots', { count: living, lost }), 'lost');
  const young = Math.min(lost, counts.potted);
  const moves: Move[] = [
    ...(young > 0 ? [{ from: 'potted', to: 'discarded', count: young } as const] : []),
    ...(lost > young ? [{ from: 'established', to: 'discarded', count: lost - young } as const] : []),
  ];
  return { events: [{ id: newId(), on, kind: 'tended', tending, moves }] };
}

/** The event that puts something done for seedlings to another day; the ledger refuses one that is past. */
export function recordTendingMoved(tending: DatedTending, to: PlainDate, on: PlainDate, newId: NewId): Recorded {
  return { events: [{ id: newId(), on, kind: 'tendingMoved', tending, to }] };
}

/** The event by which waiting goes on for so many days, where one could stop. With `counting` it is counted meanwhile as its roots ask. */
export function recordWait(days: number, on: PlainDate, newId: NewId, counting = false): Recorded {
  return { events: [{ id: newId(), on, kind: 'waited', until: addDays(on, days), ...(counting && { counting }) }] };
}

function leftBehind(counts: Counts, rest: 'heldOver' | 'lost'): Move[] {
  const to = rest === 'lost' ? 'discarded' : 'heldOver';
  return (['waiting', 'swollen'] as const).filter((from) => counts[from] > 0).map((from) => ({ from, to, count: counts[from] }));
}

/**
 * The moves of several verbs. Said one after the other (a list), what is up can be potted next; said all at once, a seed is counted once: what one verb
 * took, the next cannot take again. What comes up in its own pot is potted at once.
 */
function movesForAll(
  counts: Counts,
  said: Partial<Record<Verb, number>> | readonly (readonly [Verb, number])[],
  inOwnPot = false,
): { moves: Move[] } | Refusal {
  const moves: Move[] = [];
  const inOrder = Array.isArray(said);
  let left = counts;
  for (const [verb, count] of inOrder ? said : (Object.entries(said) as [Verb, number][])) {
    const next = movesFor(verb, count, left);
    if ('reason' in next) return next;
    const potted: Move[] = inOwnPot && verb === 'up' && count > 0 ? [{ from: 'sprouted', to: 'potted', count }] : [];
    const after = applyMoves(left, [...next.moves, ...potted]);
    if ('reason' in after) return after;
    left = inOrder ? after.counts : without(left, next.moves);
    moves.push(...next.moves, ...potted);
  }
  return { moves };
}

/** Counts without the seeds that some moves took, wherever those went. */
function without(counts: Counts, moves: readonly Move[]): Counts {
  const left = { ...counts };
  for (const { from, count } of moves) left[from] -= count;
  return left;
}
