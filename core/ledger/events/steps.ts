import type { Plan } from '@chill/model/batch.ts';
import type { Move, SeedState } from '@chill/model/event.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/ledger.ts';
import { shortDate } from '../../calendar/dates.ts';
import type { BatchState } from '../batchState.ts';
import { LedgerError, refuse } from '../refuse.ts';
import { applyMoves, countIn } from '../states.ts';
import type { Fact, FoldableEvent, Telling } from './kind.ts';

type MovingEvent = Extract<FoldableEvent, { moves: unknown }>;

/** Moves seeds as an event tells, and notes what came up. */
export function moveSeeds(state: BatchState, event: MovingEvent): void {
  const outcome = applyMoves(state.counts, event.moves);
  if ('reason' in outcome) throw new LedgerError(event.id, outcome);
  state.counts = outcome.counts;
  const count = gained(event.moves, 'sprouted');
  if (count === 0) return;
  const { stage } = state;
  state.sprouts.push({ on: event.on, stage, count });
  state.seen.push({ on: event.on, stage, came: count, left: stillThere(state) });
}

/** How many seeds moves bring into a state. */
export function gained(moves: readonly Move[], into: SeedState): number {
  return moves.filter((one) => one.to === into).reduce((sum, one) => sum + one.count, 0);
}

/** Seeds that have not sprouted, and may. */
export function stillThere({ counts }: Pick<BatchState, 'counts'>): number {
  return countIn(counts, ['waiting', 'swollen']);
}

/** Moves as facts: how many went into each state. */
export function movesSaid(moves: readonly Move[]): Fact[] {
  const totals = new Map<SeedState, number>();
  for (const { to, count } of moves) totals.set(to, (totals.get(to) ?? 0) + count);
  return [...totals].map(([to, count]) => ({ did: 'seeds', to, count }));
}

/** Timers do not outlive what they were for. */
export function stopTimers(state: BatchState, event: FoldableEvent): void {
  const ended_ms = event.at ? Date.parse(event.at) : undefined;
  for (const timer of state.timers) {
    if (!timer.ended) Object.assign(timer, { ended: true, ...(ended_ms !== undefined && ended_ms >= timer.started_ms && { ended_ms }) });
  }
}

/** Stages follow one another in time. */
export function requireNotBefore(state: BatchState, event: FoldableEvent): void {
  const current = state.stages[state.stage];
  const since = current?.startedOn ?? state.stages[state.stage - 1]?.finishedOn;
  if (since && event.on < since) refuse(event, 'on', say.of('beforePreviousStage', { since: shortDate.of(since, event.on) }));
}

/** What is done in a stage is done while that one is under way. */
export function requireUnderWay(state: BatchState, event: FoldableEvent & { stage: number }): void {
  if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', say.of('stageNotStarted'));
}

/** The kind of a planned stage. */
export function kindOf(planned: Plan['stages'], stage: number) {
  return (planned[stage] ?? (planned.at(-1) as Plan['stages'][number])).kind;
}

/** Where a batch was taken, as far as the names of places are known: from where to where, or only where it lies. */
export function whither(placeId: PlaceId, { placeName, cameFrom }: Telling): { from?: string; to?: string } {
  const to = placeName?.(placeId);
  const from = cameFrom !== placeId && cameFrom !== undefined ? placeName?.(cameFrom) : undefined;
  return { ...(to !== undefined && { to }), ...(to !== undefined && from !== undefined && { from }) };
}
