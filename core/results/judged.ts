import { FATES, type Outcome } from '@chill/model/outcome.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import { STAGES } from '../kinds/stages.ts';
import { handsTogether } from './hands.ts';

/** What came of a batch against what was promised when it was made; the parts that were split off count to it. */
export interface JudgedBatch {
  id: BatchId;
  /** Of the batch and its parts together, as far as they are closed. */
  outcome: Outcome;
  /** Bag codes: its own, then those of its parts. */
  codes: string[];
  plants: number;
  /** Absent while parts of it are still on their way, and where seed went another way: lost with its bag, held over before it was to germinate, given away. */
  against?: 'below' | 'within' | 'above';
  /** Why it is not judged, where it is not. */
  unjudged?: Elsewhere;
}

/** Judges everything that is closed, in the order given; a part stands with the batch that it was split off, where that is closed too. */
export function judged(outcomes: readonly Outcome[]): JudgedBatch[] {
  const byId = new Map(outcomes.map((one) => [one.batchId, one]));
  const rootOf = (one: Outcome): Outcome => {
    const whole = one.splitFrom ? byId.get(one.splitFrom) : undefined;
    return whole ? rootOf(whole) : one;
  };
  const parts = new Map<BatchId, Outcome[]>();
  for (const one of outcomes) {
    const { batchId } = rootOf(one);
    parts.set(batchId, [...(parts.get(batchId) ?? []), one]);
  }
  return outcomes
    .filter((one) => rootOf(one) === one)
    .map((root): JudgedBatch => {
      const all = parts.get(root.batchId) as Outcome[];
      const outcome = all.length === 1 ? root : together(root, all);
      const plants = outcome.went.plants ?? 0;
      const { low, high } = outcome.promised;
      const unjudged = all.some(({ gone }) => gone)
        ? 'bagLost'
        : ELSEWHERE.find((fate) => (outcome.went[fate] ?? 0) > 0 && !(fate === 'heldOver' && all.every(hadItsChance)));
      const against = plants < low ? 'below' : plants > high ? 'above' : 'within';
      return {
        id: root.batchId,
        outcome,
        plants,
        codes: [root.code, ...all.flatMap((one) => (one === root ? [] : [one.code]))],
        ...(unjudged ? { unjudged } : { against }),
      };
    });
}

/** Whether seed lay where it was to germinate: what had not by then and was kept for another season is what the promise expected to fail, and is judged with it. */
const hadItsChance = ({ stages }: Pick<Outcome, 'stages'>): boolean =>
  stages.some(({ kind, was }) => was && (STAGES[kind].check === 'sprouts' || STAGES[kind].course === 'grows'));

/** Fates that say nothing of what was promised. */
export type Elsewhere = (typeof ELSEWHERE)[number];
const ELSEWHERE = ['movedOn', 'heldOver', 'bagLost', 'givenAway'] as const;

function together(root: Outcome, all: readonly Outcome[]): Outcome {
  const went: Outcome['went'] = {};
  for (const fate of FATES) {
    const sum = all.reduce((count, one) => count + (one.went[fate] ?? 0), 0);
    // What moved on into a part is counted where it went from there.
    const counted = fate === 'movedOn' ? sum - all.reduce((count, one) => count + (one === root ? 0 : one.seeds), 0) : sum;
    if (counted > 0) went[fate] = counted;
  }
  const hands = handsTogether(all.flatMap((one) => one.hands ?? []));
  return {
    ...root,
    went,
    ...(hands.length > 0 && { hands }),
    minutes: all.reduce((sum, one) => sum + one.minutes, 0),
    closedOn: all.reduce((last, one) => later(last, one.closedOn), root.closedOn),
  };
}

/** How many days later than planned a batch was through its last stage; below zero for sooner, `undefined` where no stage ever began. */
export function lateBy({ stages }: Pick<Outcome, 'stages'>): number | undefined {
  const last = stages.findLast(({ was }) => was);
  return last?.was && daysBetween(last.planned.end, last.was.end);
}

/** The year that a batch counts to: that in which it was closed, which is when its plants are grown or given up. */
export const yearOfResult = ({ closedOn }: Pick<Outcome, 'closedOn'>): string => closedOn.slice(0, 4);
