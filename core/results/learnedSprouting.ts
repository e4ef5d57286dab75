import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { handbookLink, LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import { daysToFree, type Requirement, releasedShare, requirementFrom } from '../chill/requirement.ts';
import { chills, keptDry } from '../kinds/stages.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import type { Counted } from './compare.ts';
import { germinated, sproutedBy } from './germinated.ts';
import { type LearnedShare, logBetaBinomial, mostLikely, SPREAD_FROM, SPREADS, tells, worthForNext } from './learnedShare.ts';
import { type LearnedDays, momentsOf, stepsOf, sum, tenth } from './weighed.ts';

/** What a batch tells of its cold and of the share that sprouts: so many of so many came, of which so many were able, and would have by then. */
export interface Ripe extends Counted {
  able: number;
  /** Of those that will, the share that has by the last check. */
  byThen: number;
  /** Effective days of moist cold; absent where the seed's release was not by one cold alone: then `released` stands for it. */
  earned_days?: number;
  released: number;
}

/** What a batch tells of its cold and of the share that sprouts; nothing where nobody looked, or where it was too soon to tell. */
export function ripeOf({ sprouting, treated, stages, believed }: Outcome, species: Species): Ripe[] {
  const last = sprouting?.visits.at(-1);
  if (!sprouting || !last) return [];
  const { came, of } = germinated(sprouting);
  const byThen = sproutedBy(last.warmth, sprouting.releasedAt, thermalTime(species.sprouting));
  if (of === 0 || believed.able <= 0 || byThen <= 0.01) return [];
  const colds = stages.filter(({ kind, was }) => was && chills(kind));
  const alone = species.cold.need !== 'none' && treated && colds.length === 1 && chills(treated.kind) && !keptDry(treated.kind);
  return [
    {
      ...{ came, of },
      able: believed.able,
      byThen,
      released: believed.released,
      ...(alone && { earned_days: treated.earned_days }),
    },
  ];
}

/** The grid: the level of the cold needed, as a factor of the handbook's, its spread likewise, and the share that sprouts. */
const LEVELS = Array.from({ length: 49 }, (_, i) => Math.exp(((i - 24) / 24) * 1.2));
const SPREAD_FACTORS = [0.6, 0.8, 1, 1.25, 1.6];
const SHARES = 24;
/** Every so many laws are enough to see where the share lies. */
const COARSE = 14;
/** The handbook's figure is worth ten seeds: two each at the cold that frees these shares by it, answering as it says. */
const PRIOR_AT = [0.1, 0.3, 0.5, 0.7, 0.9];
const PRIOR_SEEDS = LINK_WORTH_SEEDS / PRIOR_AT.length;

/**
 * The cold that a species needs here and the share of it that sprouts, together: a grid posterior of a probit on the logarithm of chill-days, with the
 * handbook as ten seeds, and batches taken out at different times as its data.
 */
export function learnSprouting(species: Species, batches: readonly Ripe[]): { sprouts?: LearnedShare; cold?: LearnedDays } {
  if (batches.length === 0) return {};
  const { share } = species.sprouting;
  const said = species.cold.need === 'none' ? undefined : requirementFrom(species.cold.days, species.cold.freedWithout);
  const chilled = batches.filter(({ earned_days }) => earned_days !== undefined);
  const prior = handbookLink(share, species.figures?.sprouts?.worth);
  const grid = said && chilled.length > 0 ? laws(said) : [undefined];
  const weigh = (shares: readonly Step[], over: readonly (Requirement | undefined)[], spread = 0) => {
    const points = over.flatMap((law) => {
      const before = law && said ? asTenSeeds(law, said) : 0;
      const reached = batches.map(({ earned_days, able, byThen, released }) => {
        const free = law && earned_days !== undefined ? releasedShare(earned_days, law) : released;
        return able * byThen * free;
      });
      return shares.map((one) => {
        const expected = reached.map((most) => Math.min(1 - 1e-9, Math.max(1e-9, one.share * most)));
        const logs = batches.map(({ came, of }, i) => {
          const p = expected[i] as number;
          return tells(of, spread) * (came * Math.log(p) + (of - came) * Math.log(1 - p));
        });
        return { law, share: one.share, expected, log: one.log + before + sum(logs) };
      });
    });
    const top = Math.max(...points.map(({ log }) => log));
    return points.map((one) => ({ ...one, weight: Math.exp(one.log - top) }));
  };
  let steps: Step[] = [{ share, log: 0 }];
  if (typeof prior === 'object' && 'alpha' in prior) {
    const about = weigh(
      stepsOf(prior, SHARES),
      grid.filter((_, i) => i % COARSE === 0),
    );
    steps = stepsOf(
      prior,
      SHARES,
      about.map(({ share: value, weight }) => ({ value, weight })),
    );
  }
  // What batches differ by for other colds is no luck: they are held against what the likeliest law expects of each.
  const plain = weigh(steps, grid);
  const best = plain.find(({ weight }) => weight === 1) as (typeof plain)[number];
  const likeliest = best.expected;
  const spread =
    batches.length >= SPREAD_FROM
      ? mostLikely(SPREADS, (one) => sum(batches.map((batch, i) => logBetaBinomial(batch, likeliest[i] as number, one))))
      : undefined;
  const weighed = spread ? weigh(steps, grid, spread) : plain;
  // Of all that were there, those that could come by then.
  const able = sum(batches.map(({ of }, i) => (of * (likeliest[i] as number)) / best.share));
  const came = sum(batches.map((batch) => batch.came));
  const sprouts = shareFrom(weighed, share, { came, of: Math.max(came, Math.round(able)) }, batches.length, spread);
  const cold = said && chilled.length > 0 ? coldFrom(weighed, said, chilled) : undefined;
  return { ...(sprouts && { sprouts }), ...(cold && { cold }) };
}

/** Requirements about the handbook's. */
function laws({ logMedian, spread, freedWithout }: Requirement): Requirement[] {
  return LEVELS.flatMap((level) =>
    SPREAD_FACTORS.map((factor) => ({ logMedian: logMedian + Math.log(level), spread: spread * factor, freedWithout })),
  );
}

/** How likely ten seeds that answer as the handbook says would be by a law; those that need no cold tell nothing of it. */
function asTenSeeds({ logMedian, spread }: Requirement, said: Requirement): number {
  return sum(
    PRIOR_AT.map((share) => {
      const free = normalCdf((Math.log(daysToFree(share, said)) - logMedian) / spread, 0, 1);
      const p = Math.min(1 - 1e-9, Math.max(1e-9, free));
      return PRIOR_SEEDS * (share * Math.log(p) + (1 - share) * Math.log(1 - p));
    }),
  );
}

type Step = ReturnType<typeof stepsOf>[number];

interface Weighed {
  law: Requirement | undefined;
  share: number;
  weight: number;
}

function shareFrom(
  points: readonly Weighed[],
  said: number,
  had: Counted,
  batches: number,
  spread: number | undefined,
): LearnedShare | undefined {
  if (said <= 0 || said >= 1) return undefined;
  const { mean, variance, low, high } = momentsOf(points.map(({ share, weight }) => ({ value: share, weight })));
  return {
    ...{ said, batches, now: mean, low, high, had },
    // As many seeds as a Beta of that mean and spread stands for.
    worth: worthForNext(Math.max(LINK_WORTH_SEEDS, (mean * (1 - mean)) / Math.max(1e-9, variance) - 1), spread),
    ...(spread !== undefined && { spread }),
  };
}

function coldFrom(points: readonly Weighed[], said: Requirement, batches: readonly Ripe[]): LearnedDays {
  const of = (pick: (law: Requirement) => number) =>
    momentsOf(points.map(({ law, weight }) => ({ value: pick(law as Requirement), weight })));
  const level = of(({ logMedian }) => logMedian);
  const nearlyAll = of(({ logMedian, spread }) => logMedian + Z_95 * spread);
  const spread = Math.exp(of((law) => Math.log(law.spread)).mean);
  const days = (half: number, all: number) => ({ from: tenth(Math.exp(half)), to: tenth(Math.exp(all)) });
  return {
    said: days(said.logMedian, said.logMedian + Z_95 * said.spread),
    now: days(level.mean, level.mean + Z_95 * spread),
    ...{ low: days(level.low, nearlyAll.low), high: days(level.high, nearlyAll.high) },
    ...{ batches: batches.length, seeds: sum(batches.map((one) => one.of)) },
  };
}

/** "L to H" days: half are free at L, 95 in 100 at H, as `chill/requirement.ts` reads advice. */
const Z_95 = 1.645;
