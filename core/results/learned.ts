import type { Learnable, OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { LotId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { betaQuantiles } from '../chance/distributions.ts';
import { LINK_WORTH_SEEDS, TIME_SCALE_SPREAD } from '../chance/prospect.ts';
import { daysToFree, type Requirement, releasedShare, requirementFrom } from '../chill/requirement.ts';
import { chills, keptDry } from '../kinds/stages.ts';
import { sproutedOfThoseThatWill, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { type Counted, chanceBetter } from './compare.ts';

/** A share learned: what the handbook says, what was had, and what is used now with the range that holds it 9 times in 10. */
export interface LearnedShare {
  said: number;
  had: Counted;
  batches: number;
  now: number;
  low: number;
  high: number;
  /** Seeds seen that it counts for, the handbook's ten among them. */
  worth: number;
  /** How much batches differ beyond luck, 0 to 1; absent before there are three. */
  spread?: number;
}

/** Days learned: what the handbook says, and what is used now; the first of the two with its range, 9 times in 10. */
export interface LearnedDays {
  said: { from: number; to: number };
  now: { from: number; to: number };
  low: number;
  high: number;
  batches: number;
  seeds: number;
}

/** What a nursery's own results say of a species; only what any of them tells of. */
export type Learned = Partial<
  Record<'sprouts' | 'establishes' | 'openCoat' | 'hotWater', LearnedShare> & Record<'cold' | 'speed', LearnedDays>
>;

/** What is to be learned of a species, as the nursery has it ({@link asNurseryHas}), from what came of its batches since each figure was last its own. */
export function learnSpecies(species: Species, outcomes: readonly Outcome[], figures: readonly OwnFigure[] = []): Learned {
  const mine = outcomes.filter((one) => one.speciesId === species.id);
  const after = (what: Learnable) => {
    const since = figures.find(({ speciesId, figure }) => speciesId === species.id && figure === what)?.since;
    return since === undefined ? mine : mine.filter(({ closedOn }) => closedOn > since);
  };
  const learned: Learned = {};
  const put = <K extends Learnable>(what: K, found: Learned[K]) => {
    if (found) learned[what] = found;
  };
  put('establishes', learnShare(species.pot.establishes, after('establishes').flatMap(pottedOf), species.worth?.establishes));
  for (const how of ['openCoat', 'hotWater'] as const)
    if (species.hardCoat)
      put(
        how,
        learnShare(
          species.hardCoat[how],
          after(how).flatMap((one) => openedOf(one, how)),
          species.worth?.[how],
        ),
      );
  const { sprouts } = learnSprouting(
    species,
    after('sprouts').flatMap((one) => ripeOf(one, species)),
  );
  put('sprouts', sprouts);
  const { cold } = learnSprouting(
    species,
    after('cold').flatMap((one) => ripeOf(one, species)),
  );
  put('cold', cold);
  put('speed', learnSpeed(species, after('speed')));
  return learned;
}

/** A species with the nursery's own figures in the place of the handbook's. */
export function asNurseryHas(species: Species, figures: readonly OwnFigure[] = []): Species {
  const mine = figures.filter(({ speciesId }) => speciesId === species.id);
  if (mine.length === 0) return species;
  const of = (what: Learnable) => mine.find(({ figure }) => figure === what);
  const share = (what: 'sprouts' | 'establishes' | 'openCoat' | 'hotWater') => {
    const own = of(what);
    return own?.share === undefined ? undefined : { now: own.share, worth: own.worth ?? LINK_WORTH_SEEDS };
  };
  const days = (what: 'cold' | 'speed') => {
    const own = of(what);
    return own?.days && { now: own.days };
  };
  return inPlace(species, {
    ...{ sprouts: share('sprouts'), establishes: share('establishes'), openCoat: share('openCoat'), hotWater: share('hotWater') },
    ...{ cold: days('cold'), speed: days('speed') },
  });
}

/** The species as plans take it: with what was learned in the place of what the handbook says. */
export function withLearned(species: Species, learned: Learned): Species {
  return inPlace(species, learned);
}

type Shares = Partial<Record<'sprouts' | 'establishes' | 'openCoat' | 'hotWater', Pick<LearnedShare, 'now' | 'worth'> | undefined>>;
type Days = Partial<Record<'cold' | 'speed', Pick<LearnedDays, 'now'> | undefined>>;

function inPlace(species: Species, { sprouts, establishes, openCoat, hotWater, cold, speed }: Shares & Days): Species {
  const { hardCoat } = species;
  const worth = Object.fromEntries(
    Object.entries({ sprouts, establishes, openCoat, hotWater }).flatMap(([what, found]) =>
      found ? [[what, Math.round(found.worth)]] : [],
    ),
  );
  return {
    ...species,
    ...(Object.keys(worth).length > 0 && { worth: { ...species.worth, ...worth } }),
    ...(establishes && { pot: { ...species.pot, establishes: establishes.now } }),
    ...(hardCoat &&
      (openCoat || hotWater) && {
        hardCoat: { ...hardCoat, ...(openCoat && { openCoat: openCoat.now }), ...(hotWater && { hotWater: hotWater.now }) },
      }),
    ...(cold && species.cold.need !== 'none' && { cold: { ...species.cold, days: cold.now } }),
    ...((sprouts || speed) && {
      sprouting: { ...species.sprouting, ...(sprouts && { share: sprouts.now }), ...(speed && { days: speed.now }) },
    }),
  };
}

function pottedOf({ went }: Outcome): Counted[] {
  const plants = went.plants ?? 0;
  const of = plants + (went.lostInPots ?? 0);
  return of > 0 ? [{ came: plants, of }] : [];
}

function openedOf({ opened }: Outcome, how: 'openCoat' | 'hotWater'): Counted[] {
  return opened && opened.how === how && opened.of > 0 ? [{ came: opened.swollen, of: opened.of }] : [];
}

/** From this many batches on it shows how much they differ beyond luck. */
const SPREAD_FROM = 3;

/**
 * A share from the handbook, worth ten seeds, and what was counted since. Where three batches or more differ beyond luck, each counts for as many seeds as
 * it tells of by itself (a beta-binomial; science.md, "Comparing ways").
 */
function learnShare(said: number, counted: readonly Counted[], prior = LINK_WORTH_SEEDS): LearnedShare | undefined {
  if (counted.length === 0) return undefined;
  const spread = counted.length >= SPREAD_FROM ? spreadOf(counted) : undefined;
  let [came, of] = [0, 0];
  for (const one of counted) {
    const weight = tells(one.of, spread);
    came += one.came * weight;
    of += one.of * weight;
  }
  const alpha = said * prior + came;
  const beta = (1 - said) * prior + of - came;
  const [low, high] = betaQuantiles(Math.max(1e-3, alpha), Math.max(1e-3, beta), [0.05, 0.95]) as unknown as [number, number];
  return {
    ...{ said, batches: counted.length, now: alpha / (alpha + beta), low, high, worth: alpha + beta },
    had: { came: sum(counted.map((one) => one.came)), of: sum(counted.map((one) => one.of)) },
    ...(spread !== undefined && { spread }),
  };
}

const sum = (all: readonly number[]) => all.reduce((total, one) => total + one, 0);

/** What part of a batch's seeds it tells of by itself, where batches differ. */
const tells = (seeds: number, spread = 0) => 1 / (1 + Math.max(0, seeds - 1) * spread);

const SPREADS = [0, 0.005, 0.01, 0.02, 0.03, 0.05, 0.075, 0.1, 0.15, 0.2, 0.3, 0.4];
const MEANS = Array.from({ length: 49 }, (_, i) => (i + 1) / 50);

/** How much batches differ beyond luck: the most likely correlation within a batch, 0 to 0.4, of a beta-binomial, whatever their mean. */
export function spreadOf(counted: readonly Counted[]): number {
  return mostLikely(SPREADS, (spread) => Math.max(...MEANS.map((mean) => sum(counted.map((one) => logBetaBinomial(one, mean, spread))))));
}

/** The first of the values that is as likely as any. */
function mostLikely(values: readonly number[], logOf: (value: number) => number): number {
  let [best, most] = [values[0] as number, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    const log = logOf(value);
    if (log > most + 1e-9) [best, most] = [value, log];
  }
  return best;
}

/** The logarithm of how likely a count is by a beta-binomial of this mean and this correlation within a batch, but for the ways to choose. */
export function logBetaBinomial({ came, of }: Counted, mean: number, spread: number): number {
  if (spread === 0) return came * Math.log(mean) + (of - came) * Math.log(1 - mean);
  const alpha = (mean * (1 - spread)) / spread;
  const beta = ((1 - mean) * (1 - spread)) / spread;
  let log = 0;
  for (let i = 0; i < came; i++) log += Math.log(alpha + i);
  for (let i = 0; i < of - came; i++) log += Math.log(beta + i);
  for (let i = 0; i < of; i++) log -= Math.log(alpha + beta + i);
  return log;
}

/** What a batch tells of its cold and of the share that sprouts: so many of so many came, of which so many were able, and would have by then. */
export interface Ripe extends Counted {
  able: number;
  /** Of those that will, the share that has by the last check. */
  byThen: number;
  /** Effective days of moist cold; absent where the seed's release was not by one cold alone: then `released` stands for it. */
  earned_days?: number;
  released: number;
}

function ripeOf({ sprouting, treated, stages, believed }: Outcome, species: Species): Ripe[] {
  const first = sprouting?.visits[0];
  const last = sprouting?.visits.at(-1);
  if (!sprouting || !first || !last) return [];
  const came = sum(sprouting.visits.map((visit) => visit.came));
  const of = first.came + first.left;
  const byThen = sproutedBy(last.warmth, sprouting.releasedAt, thermalTime(species.sprouting));
  if (of === 0 || believed.able <= 0 || byThen <= 0.01) return [];
  const colds = stages.filter(({ kind, was }) => was && chills(kind));
  const alone = species.cold.need !== 'none' && treated && colds.length === 1 && chills(treated.kind) && !keptDry(treated.kind);
  return [
    {
      came: Math.min(came, of),
      of,
      able: believed.able,
      byThen,
      released: believed.released,
      ...(alone && { earned_days: treated.earned_days }),
    },
  ];
}

/** Of those that will sprout, the share that has by some warmth, each fifth of them released at its own. */
function sproutedBy(warmth: number, releasedAt: readonly number[], law: Pick<ThermalTime, 'median_degreeDays' | 'spread'>): number {
  return sum(releasedAt.map((from) => sproutedOfThoseThatWill(warmth - from, law))) / releasedAt.length;
}

/** The grid: the level of the cold needed, as a factor of the handbook's, its spread likewise, and the share that sprouts. */
const LEVELS = Array.from({ length: 49 }, (_, i) => Math.exp(((i - 24) / 24) * 1.2));
const SPREAD_FACTORS = [0.6, 0.8, 1, 1.25, 1.6];
const SHARES = 24;
/** The handbook's figure is worth ten seeds: two each at the cold that frees these shares by it, answering as it says. */
const PRIOR_AT = [0.1, 0.3, 0.5, 0.7, 0.9];
const PRIOR_SEEDS = LINK_WORTH_SEEDS / PRIOR_AT.length;

/**
 * The cold that a species needs here and the share of it that sprouts, together: a grid posterior of a probit on the logarithm of chill-days, with the
 * handbook as ten seeds, and batches taken out at different times as its data (science.md, "Comparing ways"; issue of results).
 */
export function learnSprouting(species: Species, batches: readonly Ripe[]): { sprouts?: LearnedShare; cold?: LearnedDays } {
  if (batches.length === 0) return {};
  const { share } = species.sprouting;
  const said = species.cold.need === 'none' ? undefined : requirementFrom(species.cold.days, species.cold.freedWithout);
  const chilled = batches.filter(({ earned_days }) => earned_days !== undefined);
  const prior = species.worth?.sprouts ?? LINK_WORTH_SEEDS;
  const shares = share > 0 && share < 1 ? betaQuantiles(share * prior, (1 - share) * prior, middles(SHARES)) : [share];
  const grid = said && chilled.length > 0 ? laws(said) : [undefined];
  const weigh = (spread: number): (Weighed & { expected: number[] })[] => {
    const points = grid.flatMap((law) => {
      const prior = law && said ? asTenSeeds(law, said) : 0;
      const reached = batches.map(({ earned_days, able, byThen, released }) => {
        const free = law && earned_days !== undefined ? releasedShare(earned_days, law) : released;
        return able * byThen * free;
      });
      return Array.from(shares, (one) => {
        const expected = reached.map((most) => Math.min(1 - 1e-9, Math.max(1e-9, one * most)));
        const logs = batches.map(({ came, of }, i) => {
          const p = expected[i] as number;
          return tells(of, spread) * (came * Math.log(p) + (of - came) * Math.log(1 - p));
        });
        return { law, share: one, expected, log: prior + sum(logs) };
      });
    });
    const top = Math.max(...points.map(({ log }) => log));
    return points.map((one) => ({ ...one, weight: Math.exp(one.log - top) }));
  };
  // What batches differ by for other colds is no luck: they are held against what the likeliest law expects of each.
  const plain = weigh(0);
  const best = plain.find(({ weight }) => weight === 1) as (typeof plain)[number];
  const likeliest = best.expected;
  const spread =
    batches.length >= SPREAD_FROM
      ? mostLikely(SPREADS, (one) => sum(batches.map((batch, i) => logBetaBinomial(batch, likeliest[i] as number, one))))
      : undefined;
  const weighed = spread ? weigh(spread) : plain;
  // Of all that were there, those that could come by then.
  const able = sum(batches.map(({ of }, i) => (of * (likeliest[i] as number)) / best.share));
  const came = sum(batches.map((batch) => batch.came));
  const sprouts = shareFrom(weighed, share, { came, of: Math.max(came, Math.round(able)) }, batches.length, spread);
  const cold = said && chilled.length > 0 ? coldFrom(weighed, said, chilled) : undefined;
  return { ...(sprouts && { sprouts }), ...(cold && { cold }) };
}

const middles = (parts: number) => Array.from({ length: parts }, (_, i) => (i + 0.5) / parts);

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
    worth: Math.max(LINK_WORTH_SEEDS, (mean * (1 - mean)) / Math.max(1e-9, variance) - 1),
    ...(spread !== undefined && { spread }),
  };
}

function coldFrom(points: readonly Weighed[], said: Requirement, batches: readonly Ripe[]): LearnedDays {
  const of = (pick: (law: Requirement) => number) =>
    momentsOf(points.map(({ law, weight }) => ({ value: pick(law as Requirement), weight })));
  const level = of(({ logMedian }) => logMedian);
  const spread = Math.exp(of((law) => Math.log(law.spread)).mean);
  const days = (logMedian: number, wide: number) => ({ from: tenth(Math.exp(logMedian)), to: tenth(Math.exp(logMedian + Z_95 * wide)) });
  return {
    ...{ said: days(said.logMedian, said.spread), now: days(level.mean, spread), batches: batches.length },
    ...{ low: tenth(Math.exp(level.low)), high: tenth(Math.exp(level.high)), seeds: sum(batches.map((one) => one.of)) },
  };
}

/** "L to H": half are free at L, 95 in 100 at H (science.md, "Chilling"). */
const Z_95 = 1.645;
const tenth = (days: number) => Math.round(days * 10) / 10;

/** Mean, variance and the range of 9 in 10 of weighed values; between steps of a grid the range is drawn straight. */
function momentsOf(points: readonly { value: number; weight: number }[]) {
  const total = sum(points.map(({ weight }) => weight));
  const mean = sum(points.map(({ value, weight }) => value * weight)) / total;
  const variance = sum(points.map(({ value, weight }) => (value - mean) ** 2 * weight)) / total;
  const byValue = new Map<number, number>();
  for (const { value, weight } of points) byValue.set(value, (byValue.get(value) ?? 0) + weight / total);
  const steps = [...byValue].sort(([a], [b]) => a - b);
  const at = (chance: number) => {
    let [before, last] = [0, steps[0]?.[0] ?? mean];
    for (const [value, weight] of steps) {
      const middle = before + weight / 2;
      if (middle >= chance) {
        const reached = before - (byValue.get(last) ?? 0) / 2;
        const part = middle > reached ? (chance - reached) / (middle - reached) : 1;
        return last + Math.min(1, Math.max(0, part)) * (value - last);
      }
      before += weight;
      last = value;
    }
    return last;
  };
  return { mean, variance, low: at(0.05), high: at(0.95) };
}

const TIMES = Array.from({ length: 41 }, (_, i) => Math.exp(((i - 20) / 20) * 3 * TIME_SCALE_SPREAD));
const ANY_SHARE = middles(20);

/** How fast released seed sprouts here: a grid posterior of the time scale, lognormal about the handbook's, from the counts between checks. */
function learnSpeed(species: Species, outcomes: readonly Outcome[]): LearnedDays | undefined {
  const law = thermalTime(species.sprouting);
  const told = outcomes.flatMap(({ sprouting }) => (sprouting?.visits.some(({ came }) => came > 0) ? [sprouting] : []));
  if (told.length === 0) return undefined;
  const points = TIMES.map((scale) => {
    let log = -((Math.log(scale) / TIME_SCALE_SPREAD) ** 2) / 2;
    const scaled = { median_degreeDays: law.median_degreeDays * scale, spread: law.spread };
    for (const { visits, releasedAt } of told) {
      const by = visits.map(({ warmth }) => sproutedBy(warmth, releasedAt, scaled));
      log += logMean(ANY_SHARE.map((share) => logCounts(visits, by, share)));
    }
    return { value: Math.log(scale), log };
  });
  const top = Math.max(...points.map(({ log }) => log));
  const { mean, low, high } = momentsOf(points.map(({ value, log }) => ({ value, weight: Math.exp(log - top) })));
  const { from, to } = species.sprouting.days;
  const days = (scale: number) => ({ from: tenth(from * scale), to: tenth(to * scale) });
  return {
    ...{ said: { from, to }, now: days(Math.exp(mean)), batches: told.length },
    ...{ low: tenth(from * Math.exp(low)), high: tenth(from * Math.exp(high)) },
    seeds: sum(told.flatMap(({ visits }) => visits.map(({ came }) => came))),
  };
}

/** How likely the counts of a batch are where so much of it sprouts, and by each visit so much of that has. */
function logCounts(visits: readonly { came: number; left: number }[], by: readonly number[], share: number): number {
  let [log, before] = [0, 0];
  for (const [i, { came, left }] of visits.entries()) {
    const now = share * (by[i] as number);
    const chance = Math.min(1 - 1e-9, Math.max(1e-9, (now - before) / (1 - before)));
    log += came * Math.log(chance) + left * Math.log(1 - chance);
    before = now;
  }
  return log;
}

function logMean(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(sum(logs.map((log) => Math.exp(log - top))) / logs.length);
}

/** Two lots of a species that sprout differently: the better, the worse, and the chance that it truly is. */
export interface LotsApart {
  better: { lotId: LotId; lotCode: string; had: Counted };
  worse: { lotId: LotId; lotCode: string; had: Counted };
  chance: number;
}

/** Lots are told apart from this chance on. */
const APART = 0.95;

/** Lots of a species that truly differ, as far as their batches tell (chance at least 95 in 100). */
export function lotsApart(species: Pick<Species, 'id'>, outcomes: readonly Outcome[]): LotsApart[] {
  const lots = new Map<LotId, { lotId: LotId; lotCode: string; had: Counted }>();
  for (const { speciesId, lotId, lotCode, sprouting } of outcomes) {
    const first = sprouting?.visits[0];
    if (speciesId !== species.id || !sprouting || !first) continue;
    const known = lots.get(lotId) ?? { lotId, lotCode, had: { came: 0, of: 0 } };
    const of = first.came + first.left;
    const came = Math.min(of, sum(sprouting.visits.map((visit) => visit.came)));
    lots.set(lotId, { ...known, had: { came: known.had.came + came, of: known.had.of + of } });
  }
  const all = [...lots.values()];
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b): LotsApart[] => {
      const chance = chanceBetter(a.had, b.had);
      if (chance >= APART) return [{ better: a, worse: b, chance }];
      return chance <= 1 - APART ? [{ better: b, worse: a, chance: 1 - chance }] : [];
    }),
  );
}
