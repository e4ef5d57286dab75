import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { bestTakeOut, steadyCurve } from '../takeOut/takeOut.ts';
import { takeOutChoice } from './takeOutChoice.ts';

const SINCE = '2026-11-01';
const requirement = { logMedian: Math.log(60), spread: 0.3, releasedWithout: 0.05 };
const curve = steadyCurve({ requirement, temperature_C: 4, rot: { medium: 'towel', temperature_C: 4 } });
const { best, from, to } = bestTakeOut(curve);
const last = curve.yields.length - 1;
/** The choice `days` after the seed went in. */
const on = (days: number, left = 100, viable = 0.9) => {
  const window = { from: addDays(SINCE, from), to: addDays(SINCE, to) };
  return takeOutChoice({ curve, since: SINCE, window, takeOutOn: addDays(SINCE, best), days }, left, viable, addDays(SINCE, days));
};

describe('which day to take seed out', () => {
  test('before its day it is the best one, with what a week sooner or later gives; no day that is past', () => {
    const { aim, choices } = on(best - 10);
    expect(aim).toBe(best);
    expect(choices.map(({ day }) => day - best)).toEqual([-7, 0, 7, 14, 21]);
    expect(on(best - 3).choices[0]?.day).toBe(best);
    for (const { gain } of choices) expect(gain).toBeLessThanOrEqual(0);
  });
  test('past its day it is today, and waiting gains nothing', () => {
    const { aim, choices } = on(best + 30);
    expect(aim).toBe(best + 30);
    expect(choices[0]).toMatchObject({ day: best + 30, gain: 0 });
    expect(choices.slice(1).every(({ gain }) => gain < 0)).toBe(true);
  });
  test('seed that lies there now is alive now: only what is lost from today on is still to be lost', () => {
    const days = best - 20;
    const { alive, ready, readyNow, choices } = on(days, 200, 0.5);
    expect(alive.find(([day]) => day === days)?.[1]).toBe(1);
    expect(readyNow).toBe(curve.released[days]);
    expect(ready.every(([day, share]) => share === curve.released[day])).toBe(true);
    const [aim] = choices.filter(({ gain }) => gain === 0);
    const survives = (curve.survives[best] as number) / (curve.survives[days] as number);
    expect(aim?.seeds).toBe(Math.round(200 * 0.5 * (curve.released[best] as number) * survives));
  });
  test('whatever the day, the days drawn hold today, the aim and the window, and lie on the curve', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: last + 40 }), fc.integer({ min: 0, max: 5000 }), (days, left) => {
        const choice = on(days, left);
        expect(choice.from).toBeLessThan(choice.to);
        expect(choice.to).toBeLessThanOrEqual(Math.max(last, choice.from + 1));
        expect(choice.ready).toHaveLength(choice.to - choice.from + 1);
        expect(choice.choices.every(({ seeds, day }) => seeds >= 0 && seeds <= left && day >= days)).toBe(true);
        expect(choice.alive.every(([, share]) => share > 0 && share <= 1)).toBe(true);
        expect(daysBetween(SINCE, addDays(SINCE, choice.aim))).toBe(Math.max(best, days));
      }),
    );
  });
});
