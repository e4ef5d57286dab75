import { gammaQuantiles } from '../chance/distributions.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { type ShareRange, wilsonInterval } from '../chance/shares.ts';
import { cameInWarmth } from './germinated.ts';
import { type JudgedBatch, yearOfResult } from './judged.ts';

/** A range that was promised, how much of the chance it was to hold, of how many, and what came. */
export interface PromisedRange {
  kind: 'plants' | 'sprouts';
  year: string;
  within: number;
  low: number;
  high: number;
  of: number;
  came: number;
}

/** Every range that was promised and can be held against what came: plants when the batch was made, 9 in 10; sprouts when its warmth began, 8 in 10. */
export function everySaid(all: readonly JudgedBatch[]): PromisedRange[] {
  return all.flatMap(({ outcome, plants, against }): PromisedRange[] => {
    const year = yearOfResult(outcome);
    const { seeds: of, promised, sprouting, went } = outcome;
    // Seed that was given away or cut open could not come.
    const gone = (went.givenAway ?? 0) + (went.tested ?? 0);
    const kept: PromisedRange[] =
      against && gone === 0 && of > 0 ? [{ kind: 'plants', year, within: 0.9, ...promised, of, came: plants }] : [];
    if (sprouting && sprouting.seeds > 0 && !outcome.gone) {
      const came = sprouting.visits.reduce((sum, visit) => sum + (cameInWarmth(visit) ? visit.came : 0), 0);
      kept.push({ kind: 'sprouts', year, within: 0.8, ...sprouting.expected, of: sprouting.seeds, came: Math.min(came, sprouting.seeds) });
    }
    return kept;
  });
}

/** Fewer promises than this show nothing. */
export const ENOUGH = 20;
const LEVELS = [0.5, 0.8, 0.9] as const;
const STEPS = 20;

/** How often what came lay inside ranges that were to hold so much. */
export interface Inside {
  level: number;
  inside: number;
  of: number;
  share: ShareRange;
}

/** Ranges held against what came: how often it lay inside each, the curve, and by what the ranges would have to be wider (above 1) or narrower. */
export interface Calibration {
  promises: number;
  inside: Inside[];
  /** What share of all came no higher than the point that so much of the chance lies below. */
  curve: { asked: number; got: number }[];
  factor: number;
  /** The range that holds the factor 9 times in 10; where 1 is in it, the ranges are as they should be, as far as can be told. */
  factorRange: { low: number; high: number };
  says: 'right' | 'narrow' | 'wide';
}

/** How right ranges were; `undefined` where there are too few to tell. */
export function calibrationOf(said: readonly PromisedRange[]): Calibration | undefined {
  if (said.length < ENOUGH) return undefined;
  const places = said.map(placeOf);
  const inside = LEVELS.map((level): Inside => {
    const reach = normalQuantile(0.5 + level / 2);
    // At the level that was promised, the range itself decides.
    const count = said.filter(({ within, low, high, came }, i) =>
      within === level ? came >= low && came <= high : Math.abs(places[i] as number) <= reach,
    ).length;
    return { level, inside: count, of: said.length, share: wilsonInterval(count, said.length) };
  });
  const chances = places.map((z) => normalCdf(z));
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const asked = i / STEPS;
    return { asked, got: i === STEPS ? 1 : chances.filter((one) => one <= asked).length / said.length };
  });
  const squares = places.reduce((sum, z) => sum + z * z, 0);
  const n = said.length;
  const [least, most] = gammaQuantiles(n / 2, 0.5, [0.05, 0.95]) as unknown as [number, number];
  const factorRange = { low: Math.sqrt(squares / most), high: Math.sqrt(squares / least) };
  const says = factorRange.low > 1 ? 'narrow' : factorRange.high < 1 ? 'wide' : 'right';
  return { promises: n, inside, curve, factor: Math.sqrt(squares / n), factorRange, says };
}

const logit = (share: number) => Math.log(share / (1 - share));

/**
 * Where what came lay in a range, in standard deviations from its middle: the range's ends are its quantiles, and between and beyond them the logit of the
 * share is taken as normal. Half a seed either way stands for what whole numbers cannot tell.
 */
export function placeOf({ within, low, high, of, came }: Pick<PromisedRange, 'within' | 'low' | 'high' | 'of' | 'came'>): number {
  const at = (count: number) => logit(Math.min(of + 0.75, Math.max(0.25, count)) / (of + 1));
  const [from, to] = [at(low), at(high + 1)];
  const reach = normalQuantile(0.5 + within / 2);
  return ((at(came + 0.5) - (from + to) / 2) / Math.max(1e-9, (to - from) / 2)) * reach;
}
