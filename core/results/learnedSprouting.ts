import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { handbookLink, LINK_WORTH_SEEDS, TIME_SCALE_SPREAD } from '../chance/prospect.ts';
import { worthOf } from '../chance/standing.ts';
import { type Requirement, requirementsOf } from '../chill/requirement.ts';
import { chills, keptDry } from '../kinds/stages.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { germinated } from './germinated.ts';
import { type LearnedShare, worthForNext } from './learnedShare.ts';
import { type WeighedGrid, weighSprouting } from './sproutingGrid.ts';
import type { Told } from './sproutingTold.ts';
import { type LearnedDays, momentsOf, sum, tenth } from './weighed.ts';

/** What a batch tells of how its species sprouts; nothing where nobody looked. */
export function toldOf({ lotId, sprouting, treated, stages, believed }: Outcome, species: Species): Told[] {
  if (!sprouting || believed.able <= 0) return [];
  const { came, of } = germinated(sprouting);
  const looks = sprouting.visits.filter(({ warmth, came: up }) => warmth > 0 || up > 0);
  if (of === 0 || looks.length === 0) return [];
  const colds = stages.filter(({ kind, was }) => was && chills(kind));
  const alone = species.cold.need !== 'none' && treated && colds.length === 1 && chills(treated.kind) && !keptDry(treated.kind);
  const { viable = { share: believed.able }, answers = { share: 1 } } = believed;
  return [
    {
      lotId,
      came,
      of,
      viable,
      answers,
      looks,
      released: believed.released,
      releasedAt: sprouting.releasedAt,
      ...(alone && { earned_days: treated.earned_days }),
      ...(sprouting.cold && { cold: sprouting.cold }),
    },
  ];
}

/** The cold that a species needs here, how fast it sprouts and the share of it that does: one posterior of all three ({@link weighSprouting}). */
export function learnSprouting(
  species: Species,
  batches: readonly Told[],
): { sprouts?: LearnedShare; cold?: LearnedDays; speed?: LearnedDays } {
  if (batches.length === 0) return {};
  const { share } = species.sprouting;
  const { cold: said } = requirementsOf(species);
  const chilled = batches.filter(({ earned_days }) => earned_days !== undefined);
  const link = handbookLink(Math.min(1 - ALL_BUT, Math.max(ALL_BUT, share)), worthOf(species, 'sprouts'));
  const weighed = weighSprouting(
    {
      cold: chilled.length > 0 ? said : undefined,
      speed: thermalTime(species.sprouting),
      share: link as { alpha: number; beta: number },
    },
    batches,
    TIME_SCALE_SPREAD,
  );
  const seen = batches.filter(({ came }) => came > 0);
  return {
    sprouts: shareFrom(weighed, { said: share, worth: worthOf(species, 'sprouts') }, batches),
    ...(said && chilled.length > 0 && { cold: coldFrom(weighed, said, chilled) }),
    ...(seen.length > 0 && { speed: speedFrom(weighed, species, seen) }),
  };
}
/** A share that the handbook has as none or all is next to that. */
const ALL_BUT = 0.01;

function shareFrom(
  { share, expected, likeliest, spread }: WeighedGrid,
  { said, worth }: { said: number; worth: number },
  batches: readonly Told[],
): LearnedShare {
  const { mean, variance, low, high } = momentsOf(share);
  // Of all that were there, those that could come by then.
  const able = sum(batches.map(({ of }, i) => (of * (expected[i] as number)) / likeliest));
  const came = sum(batches.map((batch) => batch.came));
  return {
    said,
    batches: batches.length,
    now: mean,
    low,
    high,
    had: { came, of: Math.max(came, Math.round(able)) },
    // As many seeds as a Beta of that mean and spread stands for; no fewer than a handbook's share, or one that was known less well, began with.
    worth: worthForNext(Math.max(Math.min(LINK_WORTH_SEEDS, worth), (mean * (1 - mean)) / Math.max(1e-9, variance) - 1), spread),
    ...(spread !== undefined && { spread }),
  };
}

function coldFrom({ cold }: WeighedGrid, said: Requirement, batches: readonly Told[]): LearnedDays {
  const of = (pick: (law: Requirement) => number) => momentsOf(cold.map(({ law, weight }) => ({ value: pick(law), weight })));
  const level = of(({ logMedian }) => logMedian);
  const nearlyAll = of(({ logMedian, spread }) => logMedian + Z_95 * spread);
  const spread = Math.exp(of((law) => Math.log(law.spread)).mean);
  const days = (half: number, all: number) => ({ from: tenth(Math.exp(half)), to: tenth(Math.exp(all)) });
  return {
    said: days(said.logMedian, said.logMedian + Z_95 * said.spread),
    now: days(level.mean, level.mean + Z_95 * spread),
    low: days(level.low, nearlyAll.low),
    high: days(level.high, nearlyAll.high),
    batches: batches.length,
    seeds: sum(batches.map((one) => one.of)),
  };
}

/** "L to H" days: half are free at L, 95 in 100 at H, as `chill/requirement.ts` reads advice. */
const Z_95 = 1.645;

function speedFrom({ time }: WeighedGrid, { sprouting }: Species, batches: readonly Told[]): LearnedDays {
  const { mean, low, high } = momentsOf(time);
  const { from, to } = sprouting.days;
  const days = (scale: number) => ({ from: tenth(from * Math.exp(scale)), to: tenth(to * Math.exp(scale)) });
  return {
    said: { from, to },
    now: days(mean),
    low: days(low),
    high: days(high),
    batches: batches.length,
    seeds: sum(batches.map(({ came }) => came)),
  };
}
