import { chanceOfAtLeast } from '../lot/seedsNeeded.ts';
import { sproutedOfThoseThatWill, type ThermalTime } from './thermalTime.ts';

/** Freed seed is followed in steps of this many days; finer steps move the first root by less than a day. */
const STEP_DAYS = 7;

/**
 * The day, counted from the start of the cold, on which the first root is expected there: when the expected number of sprouted
 * seeds reaches one. `freed[d]` is the share freed by day d, `seeds` the number that would sprout in all once freed.
 * `undefined` where it is not to be expected within the days given.
 */
export function firstRootDay(freed: readonly number[], seeds: number, law: ThermalTime, temperature_C: number): number | undefined {
  const rate = law.rate(temperature_C);
  if (rate <= 0) return undefined;
  const expectedBy = (day: number) => {
    let expected = (freed[0] as number) * sproutedOfThoseThatWill(day * rate, law);
    for (let step = STEP_DAYS; step <= day; step += STEP_DAYS) {
      const newly = (freed[step] as number) - (freed[step - STEP_DAYS] as number);
      expected += newly * sproutedOfThoseThatWill((day - step) * rate, law);
    }
    return expected * seeds;
  };
  // The expected number only rises with the days, so the first day on which it reaches one is found by halving.
  let [before, by] = [0, freed.length - 1];
  if (by < 1 || expectedBy(by) < 1) return undefined;
  while (by - before > 1) {
    const middle = Math.floor((before + by) / 2);
    if (expectedBy(middle) >= 1) by = middle;
    else before = middle;
  }
  return by;
}

/** The number that will come of `n` with chance `p` each: the range that holds 8 times in 10. */
export function likelyCount(n: number, p: number): { low: number; high: number } {
  const quantile = (chance: number) => {
    let k = 0;
    while (k < n && 1 - chanceOfAtLeast(k + 1, n, p) < chance) k += 1;
    return k;
  };
  return { low: quantile(0.1), high: quantile(0.9) };
}
