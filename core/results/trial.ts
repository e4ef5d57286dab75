import type { Outcome } from '@chill/model/outcome.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import { daysBetween } from '../calendar/dates.ts';
import { bagsPerArm, SIGNIFICANCE, smallestDifference, smallestOfBags } from './armSize.ts';
import { BAGS_DIFFER, type Counted, chanceBetterOfBags, type Difference, differenceOfBags, holm, logRank, luckOfBags } from './compare.ts';
import { mostlyBy } from './hands.ts';
import { judged } from './judged.ts';

/** One arm of a trial with everything that was split off from it. */
export interface Arm {
  arm: number;
  control: boolean;
  outcome: Outcome;
  /** Seeds still to come. */
  open: number;
  /** Seeds that sprouted, of those that were there to: those cut open, or given away as seed, were not. */
  sprouted: Counted;
  plants: number;
}

/** An arm held against another. */
export interface ArmHeld {
  arm: Arm;
  against: Arm;
  /** The chance that luck alone would part them so far, made good for how many arms were looked at; and before that. */
  luck: number;
  rawLuck: number;
  difference: Difference;
  /** The chance that the arm is truly better than the other. */
  better: number;
  /** The chance that luck alone would part them so far in speed, and whether the arm is the faster; absent where that cannot be told. */
  speed?: { luck: number; faster: boolean };
  /** Where one of them was sown and the other not, once nothing is still to come: the plants of each, of the seeds that were there for them, and the chance that luck alone would part those so far. */
  plants?: { came: Counted; against: Counted; luck: number };
  /** Times that it would have to be made like this, a bag to each arm, to be most likely settled, the shares being what they seem; absent where they seem equal, or it is settled. */
  wouldSettle?: number;
}

/** What a trial cannot show, and why. */
export type Doubt =
  | { why: 'noControl' }
  /** Batches that nobody dealt at random: they may differ in more than their method. */
  | { why: 'notDealt' }
  | { why: 'tooFew'; smallest?: number }
  | { why: 'halfWay'; open: number; wrongOneIn: number }
  | { why: 'places'; stage: Outcome['stages'][number]['kind'] }
  /** Not all arms were mostly in the same hands. */
  | { why: 'hands'; names: string[] }
  | { why: 'starts'; days: number }
  | { why: 'oneBag' }
  /** One arm sprouted on a towel, another came up out of mix: seed that sprouted there and never reached the air was seen in neither. */
  | { why: 'towelAndSown' };

/** What a trial shows. */
export interface TrialVerdict {
  arms: Arm[];
  /** Each against the control, or, where there is none, each against the best of the others. */
  held: ArmHeld[];
  doubts: Doubt[];
}

/** Looked at twice, chances of 1 in 20 come up this often in truth (Armitage, McPherson and Rowe 1969: 0.083). */
const TWO_LOOKS_ONE_IN = 12;
/** Started further apart than this, arms had other days, days. */
const STARTED_APART = 3;

/**
 * What the arms of a trial show, from what came of them so far; parts count to the arm that they were split off from. `open` says how many seeds of a batch
 * are still to come; `dealt` whether their seeds were dealt at random.
 */
export function trialVerdict(outcomes: readonly Outcome[], open: (batchId: Outcome['batchId']) => number, dealt = true): TrialVerdict {
  const arms = judged(outcomes)
    .flatMap(({ outcome }): Arm[] => {
      const { trial, went, seeds } = outcome;
      if (!trial) return [];
      const gone = (went.tested ?? 0) + (went.givenAway ?? 0) + (went.bagLost ?? 0);
      const came = (went.plants ?? 0) + (went.thinned ?? 0) + (went.lostInPots ?? 0) + (went.lostSprouted ?? 0);
      const mine = outcomes.filter((one) => one.trial?.id === trial.id && one.trial.arm === trial.arm);
      return [
        {
          arm: trial.arm,
          control: trial.control,
          outcome,
          plants: went.plants ?? 0,
          open: mine.reduce((sum, { batchId }) => sum + open(batchId), 0),
          sprouted: { came: Math.min(came, seeds - gone), of: Math.max(0, seeds - gone) },
        },
      ];
    })
    .sort((a, b) => a.arm - b.arm);
  const control = arms.find((one) => one.control);
  const others = control ? arms.filter((one) => one !== control) : arms.slice(1);
  const pairs = others.map((arm): [Arm, Arm] => [arm, control ?? (arms[0] as Arm)]);
  const raw = pairs.map(([a, b]) => luckOfBags(a.sprouted, b.sprouted));
  const fair = holm(raw);
  const held = pairs.map(([arm, against], i): ArmHeld => {
    const speed = logRank(arm.outcome.sprouting?.visits ?? [], against.outcome.sprouting?.visits ?? []);
    const settle = wouldSettle(arm.sprouted, against.sprouted, fair[i] as number);
    return {
      arm,
      against,
      luck: fair[i] as number,
      rawLuck: raw[i] as number,
      difference: differenceOfBags(arm.sprouted, against.sprouted),
      better: chanceBetterOfBags(arm.sprouted, against.sprouted),
      ...(endedApart(arm, against) && arm.open + against.open === 0 && { plants: plantsHeld(arm, against) }),
      ...(speed && { speed: { luck: speed.chance, faster: speed.ahead === 'a' } }),
      ...(settle !== undefined && { wouldSettle: settle }),
    };
  });
  const doubts = doubtsOf(arms, held);
  return { arms, held, doubts: dealt ? doubts : [{ why: 'notDealt' }, ...doubts] };
}

const endedApart = (a: Arm, b: Arm) => (a.outcome.sown === undefined) !== (b.outcome.sown === undefined);

/** Roots on a towel and shoots out of mix are not one count: plants are. */
function plantsHeld(a: Arm, b: Arm): NonNullable<ArmHeld['plants']> {
  const plantsOf = ({ plants, sprouted: { of } }: Arm): Counted => ({ came: Math.min(plants, of), of });
  const [came, against] = [plantsOf(a), plantsOf(b)];
  return { came, against, luck: luckOfBags(came, against) };
}

function wouldSettle(a: Counted, b: Counted, luck: number): number | undefined {
  if (luck <= SIGNIFICANCE || a.of === 0 || b.of === 0) return undefined;
  // None of all, or all, is no share that anything settles: half a seed is given to either side.
  const [one, other] = [(a.came + 0.5) / (a.of + 1), (b.came + 0.5) / (b.of + 1)];
  return a.came * b.of === b.came * a.of ? undefined : bagsPerArm(one, other, Math.min(a.of, b.of), BAGS_DIFFER);
}

function doubtsOf(arms: readonly Arm[], held: readonly ArmHeld[]): Doubt[] {
  const doubts: Doubt[] = [];
  const open = arms.reduce((sum, one) => sum + one.open, 0);
  if (open > 0) doubts.push({ why: 'halfWay', open, wrongOneIn: TWO_LOOKS_ONE_IN });
  if (arms.length > 0 && !arms.some(({ control }) => control)) doubts.push({ why: 'noControl' });
  if (held.length > 0 && held.every(({ luck }) => luck > SIGNIFICANCE)) {
    const least = Math.min(...arms.map(({ sprouted }) => sprouted.of));
    const { came, of } = (arms.find(({ control }) => control) ?? (arms[0] as Arm)).sprouted;
    const told = of > 0 && least > 0 ? [smallestDifference(came / of, least), smallestOfBags(came / of, least, BAGS_DIFFER)] : [undefined];
    const smallest = told.every((one) => one !== undefined) ? Math.max(...(told as number[])) : undefined;
    doubts.push({ why: 'tooFew', ...(smallest !== undefined && { smallest }) });
  }
  if (arms.some((one) => endedApart(one, arms[0] as Arm))) doubts.push({ why: 'towelAndSown' });
  const apart = placesApart(arms);
  if (apart) doubts.push({ why: 'places', stage: apart });
  const names = arms.flatMap(({ outcome }) => mostlyBy(outcome) ?? []);
  if (new Set(names).size > 1) doubts.push({ why: 'hands', names: [...new Set(names)] });
  const starts = arms.flatMap(({ outcome }) => outcome.stages[0]?.was?.start ?? []).sort();
  const days = starts.length > 1 ? daysBetween(starts[0] as string, starts.at(-1) as string) : 0;
  if (days > STARTED_APART) doubts.push({ why: 'starts', days });
  if (arms.length > 0) doubts.push({ why: 'oneBag' });
  return doubts;
}

/** The stage in which arms lay in different places, though both had it. */
function placesApart(arms: readonly Arm[]): Outcome['stages'][number]['kind'] | undefined {
  const lay = new Map<string, Set<PlaceId>>();
  for (const { outcome } of arms)
    for (const { kind, placeId, was } of outcome.stages)
      if (was && placeId) lay.set(kind, (lay.get(kind) ?? new Set<PlaceId>()).add(placeId));
  return [...lay].find(([, places]) => places.size > 1)?.[0] as Outcome['stages'][number]['kind'] | undefined;
}
