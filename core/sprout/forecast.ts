import { sproutedOfThoseThatWill, type ThermalTime } from './thermalTime.ts';

/**
 * The day, counted from the start of the cold, on which the first root is expected there: when the expected number of sprouted
 * seeds reaches one. `released[d]` is the share released by day d, `seeds` the number that would sprout in all once released.
 * `undefined` where it is not to be expected within the days given.
 */
export function firstRootDay(released: readonly number[], seeds: number, law: ThermalTime, temperature_C: number): number | undefined {
  const rate = law.rate(temperature_C);
  if (rate <= 0) return undefined;
  const expectedBy = (day: number) => {
    let expected = (released[0] as number) * sproutedOfThoseThatWill(day * rate, law);
    for (let step = 1; step <= day; step++) {
      const newly = (released[step] as number) - (released[step - 1] as number);
      expected += newly * sproutedOfThoseThatWill((day - step) * rate, law);
    }
    return expected * seeds;
  };
  // The expected number only rises with the days, so the first day on which it reaches one is found by halving.
  let [before, by] = [0, released.length - 1];
  if (by < 1 || expectedBy(by) < 1) return undefined;
  while (by - before > 1) {
    const middle = Math.floor((before + by) / 2);
    if (expectedBy(middle) >= 1) by = middle;
    else before = middle;
  }
  return by;
}
