import type { Batch } from '@chill/model/batch.ts';
import { daysBetween } from '../calendar/dates.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { potsSoFar, seedlingsFrom } from '../pots/survival.ts';
import { toThin } from '../pots/thinning.ts';
import type { SproutBelief } from '../sprout/belief.ts';
import type { Chain } from './chain.ts';
import type { FollowedStage } from './followed.ts';
import type { Situation } from './situation.ts';
import { isTakenUp } from './stageOrder.ts';
import type { WarmthCourse } from './warmthCourse.ts';

/** Why a batch promises other than it was planned to. */
export type CauseCode = 'rot' | 'lost' | 'cold' | 'came' | 'seedlings' | 'grown' | 'swelling' | 'tested' | 'rest';

/** One cause: the plants that it adds or, below zero, takes, and the seeds that it is about, where those were counted. */
export interface Cause {
  code: CauseCode;
  plants: number;
  count?: number;
}

/** What of the outlook on a batch tells of causes: beliefs without any count and with all of them, how warm it was and will be, and what is left. */
interface Seen {
  unseen: SproutBelief;
  belief: SproutBelief;
  chain: Pick<Chain, 'opened'>;
  opened: number;
  course: Pick<WarmthCourse, 'warmth'>;
  left: number;
}

/** What a cause multiplies the plants to come by. */
interface Factor {
  code: CauseCode;
  times: number;
  count?: number;
}

/** What has happened that a promise can differ by: each as what it multiplies the plants to come by, against the plan. */
export function factorsOf(
  batch: Batch,
  state: BatchState,
  { species, lot, rot }: Situation,
  { unseen, belief, chain, opened, course, left }: Seen,
  stages: readonly FollowedStage[],
): Factor[] {
  const { seeds } = batch.plan;
  const { mouldy, discarded, givenAway, broken, floatedOff, movedOn } = state.counts;
  const came = state.sprouts.reduce((sum, { count }) => sum + count, 0);
  // Seedlings that are no more, or are to be thinned, are told apart from seeds that were lost.
  const lostSeedlings = Math.max(0, came - countIn(state.counts, ['sprouted', 'potted', 'established', 'plantedOut']));
  const were = left > 0 ? left + came : wereToCome(state, came);
  const taken = Math.max(0, discarded + givenAway + broken + floatedOff + movedOn - lostSeedlings);
  // What was given up on at the end was there to come until then: it is told with what came.
  const gone = left > 0 ? taken : Math.max(0, Math.min(taken, seeds - mouldy - were));
  const atPlanned = (pick: 'released' | 'survives') =>
    batch.plan.stages.reduce((share, stage, i) => {
      const values = stages[i]?.curve?.[pick];
      return values ? share * (values[Math.min(values.length - 1, daysBetween(stage.start, stage.end))] as number) : share;
    }, 1);
  const released = stages.reduce((share, stage, i) => (isTakenUp(species, stages, i) ? share : share * stage.released), 1);
  // What has rotted, and what is still to; against all that the plan expected to.
  const ahead = stages.reduce((share, { curve, survives }) => (curve ? share * survives : share), 1);
  const alive = seeds > gone ? ((seeds - gone - mouldy) / (seeds - gone)) * ahead : 1;
  const factors: Factor[] = [
    { code: 'rot', times: alive / atPlanned('survives'), ...(mouldy > 0 && { count: mouldy }) },
    ...(gone > 0 ? [{ code: 'lost', times: (seeds - gone) / seeds, count: gone } as const] : []),
    { code: 'cold', times: released / atPlanned('released') },
    ...(state.swellings.length > 0 && chain.opened > 0 ? [{ code: 'swelling', times: opened / chain.opened } as const] : []),
  ];
  if (state.seen.length > 0) {
    const was = were * unseen.chance(course.warmth.at(-1));
    const is = came + left * belief.chance(course.warmth.at(-1));
    if (was > 0) factors.push({ code: 'came', times: is / was, count: came });
    const thinned = toThin(batch, state);
    const fewer = lostSeedlings + thinned;
    if (fewer > 0 && is > 0) factors.push({ code: 'seedlings', times: (is - fewer) / is, count: fewer });
    // What those that live have behind them, they cannot die of any more.
    const { potted, established, plantedOut } = state.counts;
    const { establishes } = species.pot;
    const sure = established + plantedOut;
    const { chance } = seedlingsFrom(establishes, potsSoFar(batch), potted + sure);
    const safer = (Math.max(0, potted - thinned) * (chance - establishes) + sure * (1 - establishes)) / establishes;
    if (safer > 0 && is > fewer) factors.push({ code: 'grown', times: (is - fewer + safer) / (is - fewer) });
  }
  const tested = (lot.towelTests ?? []).some(({ on }) => on > batch.madeOn);
  const learned = stages.some(({ medium, exposure }) => exposure && medium && rot?.[medium]);
  // What is left over is put down to what else is known to have changed: a factor of 1 says nothing of its own. What the nursery has learned of mould moves
  // what the rot was expected to be, so it is told with what has rotted.
  const [rotted, ...others] = factors as [Factor, ...Factor[]];
  return learned && !tested ? [...others, rotted] : [...factors, { code: tested ? 'tested' : 'rest', times: 1 }];
}

/** How many there were to come where none is left, those given up among them: what the last visit left that left any, and what had come by then. */
function wereToCome({ seen }: BatchState, all: number): number {
  const last = seen.findLastIndex(({ left }) => left > 0);
  return last < 0 ? all : (seen[last]?.left ?? 0) + seen.slice(0, last + 1).reduce((sum, { came }) => sum + came, 0);
}

interface Range {
  low: number;
  high: number;
}

/** No factor is taken for less, nor the plants for fewer: of nothing there is no logarithm. */
const LEAST = 0.05;

/**
 * What parts the middle of a promise as it is now from that of the plan, cause by cause, in whole plants that add up to the whole change: the logarithmic mean
 * of the two times the logarithm of each factor, a decomposition without a rest of its own (Ang 2004, Energy Policy 32). What the factors leave over is the
 * last one's. Causes worth less than half a plant are left out; the largest come first.
 */
export function causesOf({ planned, now }: { planned: Range; now: Range }, factors: readonly Factor[]): Cause[] {
  const [was, is] = [planned, now].map(({ low, high }) => Math.max(LEAST, (low + high) / 2)) as [number, number];
  const mean = Math.abs(is - was) < 1e-9 ? was : (is - was) / Math.log(is / was);
  const logs = factors.map(({ times }) => Math.log(Math.max(LEAST, times)));
  const over = Math.log(is / was) - logs.reduce((sum, log) => sum + log, 0);
  const exact = factors.map((factor, i) => ({ ...factor, plants: mean * ((logs[i] as number) + (i === factors.length - 1 ? over : 0)) }));
  return wholeOf(exact, Math.round(is - was))
    .filter(({ plants }) => plants !== 0)
    .sort((a, b) => Math.abs(b.plants) - Math.abs(a.plants))
    .map(({ code, plants, count }) => ({ code, plants, ...(count !== undefined && { count }) }));
}

/** Rounds parts to whole ones that add up to `sum`: those nearest to the next whole one are rounded that way. */
function wholeOf<T extends { plants: number }>(parts: readonly T[], sum: number): T[] {
  const floors = parts.map(({ plants }) => Math.floor(plants));
  const missing = sum - floors.reduce((all, one) => all + one, 0);
  const byRest = parts.map((_, i) => i).sort((a, b) => restOf(parts, b) - restOf(parts, a));
  const up = new Set(byRest.slice(0, Math.max(0, missing)));
  return parts.map((one, i) => ({ ...one, plants: (floors[i] as number) + (up.has(i) ? 1 : 0) }));
}

const restOf = (parts: readonly { plants: number }[], i: number): number => {
  const { plants } = parts[i] as { plants: number };
  return plants - Math.floor(plants);
};
