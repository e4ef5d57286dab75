import type { Lot } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/lot.ts';
import { daysBetween, spell } from '../calendar/dates.ts';
import { hypergeometric } from '../chance/distributions.ts';
import { expectedHalfWidth, meanShare } from '../chance/shares.ts';
import { TEST_AGES_AFTER_DAYS } from './lotLedger.ts';
import type { ViableTest } from './lotState.ts';
import { viableShare } from './viability.ts';

/** No test should use up more than this part of what there is. Assumption. */
export const MOST_OF_LOT = 0.25;
/** Widths that a grower may ask for, half of the interval. */
export const WIDTHS = [0.2, 0.15, 0.1, 0.05] as const;

/** A test as it could be made: how many seeds for which certainty, and what it leaves. */
export interface TestSize {
  width: number;
  seeds: number;
  /** Part of the lot that it uses up, 0 to 1. */
  partOfLot: number;
  tooMuch: boolean;
}

/**
 * How many seeds to test, on top of what was tested, so that the expected half-width at the present estimate is at most `width`.
 * Where `seeds` is small, a test that uses up more than a quarter of it says so.
 */
export function testSizes(lot: Pick<Lot, 'viability'>, drawer: number, species: Pick<Species, 'usuallyViable'>): TestSize[] {
  const tested = lot.viability.kind === 'tested' ? lot.viability.tested : 0;
  const share =
    lot.viability.kind === 'tested' ? lot.viability.viable / lot.viability.tested : meanShare(viableShare(lot.viability, species));
  return WIDTHS.map((width) => {
    let n = Math.max(1, tested);
    while (expectedHalfWidth(share, n) > width) n += 1;
    const seeds = n - tested;
    const partOfLot = drawer > 0 ? seeds / drawer : 1;
    return { width, seeds, partOfLot, tooMuch: partOfLot > MOST_OF_LOT };
  });
}

/**
 * After a test that used up `tested` of a small lot, `viable` of them viable: how many viable seeds are left at least, of the `left` not tested,
 * with `confidence`. Exact: the smallest number of viable seeds in the whole lot that would not make such a test too lucky (hypergeometric).
 * @throws {RangeError} for counts that cannot be.
 */
export function viableLeftAtLeast(viable: number, tested: number, left: number, confidence = 0.95): number {
  const whole = [viable, tested, left].every((count) => Number.isInteger(count) && count >= 0);
  if (!whole || viable > tested || tested < 1) throw new RangeError(`A test of ${viable} of ${tested} with ${left} left cannot be.`);
  const population = tested + left;
  /** P(at least as many sound in the sample), were only `marked` sound in all: it rises with them. */
  const luck = (marked: number) => {
    let sum = 0;
    let term = hypergeometric(viable, population, marked, tested);
    for (let k = viable; k <= Math.min(tested, marked); k++) {
      sum += term;
      term *= ((marked - k) * (tested - k)) / ((k + 1) * (population - marked - tested + k + 1));
    }
    return sum;
  };
  let [tooFew, enough] = [viable - 1, viable + left];
  while (enough - tooFew > 1) {
    const middle = (tooFew + enough) >> 1;
    if (luck(middle) > 1 - confidence) enough = middle;
    else tooFew = middle;
  }
  return enough - viable;
}

/** Which test suits this seed: one that cuts, or one that waits on a towel; and why. */
export function testAdvice(species: Species): { by: 'cut' | 'towel'; because: string } {
  const { cold, warmFirst, seed } = species;
  if (cold.need === 'required' || (warmFirst && warmFirst.releasedWithout < 0.5)) {
    return seed.length_mm < 1.5
      ? {
          by: 'towel',
          because: say('tooSmallToCut'),
        }
      : { by: 'cut', because: say('dormantSoCut') };
  }
  return { by: 'towel', because: say('towelShowsAll') };
}

/** What a float test says of this kind of seed. */
export function floatAdvice(species: Pick<Species, 'floatTest'>): { misleads: boolean; text: string } {
  return species.floatTest === 'misleads'
    ? {
        misleads: true,
        text: say('floatTestMisleads'),
      }
    : {
        misleads: false,
        text: say('howToFloat'),
      };
}

/** What to say of a test's age, or nothing while it is fresh. */
export function testAge(test: ViableTest, today: PlainDate): string | undefined {
  const days = daysBetween(test.on, today);
  if (test.beforeSort) return say('testedBeforeSorting');
  return days > TEST_AGES_AFTER_DAYS ? say('testIsOld', { days: spell(days) }) : undefined;
}
