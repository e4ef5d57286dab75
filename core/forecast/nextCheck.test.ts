import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays } from '../calendar/dates.ts';
import { towelBench, warmSince } from '../testing/towelBench.ts';
import { nextCheck } from './nextCheck.ts';
import { firstTenthDue } from './waitOrStop.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const { count, onTowel, read } = towelBench(SALLOW_GAP);
const larch = of('larix-occidentalis');

describe('the next check', () => {
  test('is hours away for big seed that moves, a day or more for small, a week for what is slow or over', () => {
    const hours = (species: Species, day: number, up: number) => {
      const batch = onTowel(species);
      const on = addDays(warmSince(batch), day);
      count(batch, on, up);
      return nextCheck(read(batch, species, on).projection.sprouting as never, species, on).hours;
    };
    // A root that grows a millimetre a degree-day, as an acorn's does.
    const lupine = { ...of('lupinus-sericeus'), rootGrowth_mmPerDegreeDay: 1 };
    expect(hours(lupine, 5, 15)).toBeLessThanOrEqual(12);
    expect(hours(larch, 1, 0)).toBeGreaterThanOrEqual(24);
    expect(hours(larch, 60, 30)).toBe(168);
  });
  test('says how many roots are too long at the one after it, and how likely that is', () => {
    const batch = onTowel(larch);
    const on = firstTenthDue(read(batch, larch, warmSince(batch)).projection.sprouting as never) as string;
    count(batch, on, 6);
    const { orElse, hours } = nextCheck(read(batch, larch, on).projection.sprouting as never, larch, on);
    expect(orElse?.hours).toBeGreaterThan(hours);
    expect(orElse?.roots).toBeGreaterThanOrEqual(1);
    expect(orElse?.chance).toBeGreaterThanOrEqual(0.3);
    const own = { ...larch, rootGrowth_mmPerDegreeDay: 0.01 };
    expect(nextCheck(read(batch, larch, on).projection.sprouting as never, own, on).hours).toBe(168);
  });
});
