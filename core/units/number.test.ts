import { shown } from '@chill/words/subject.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDilution } from '../mix/dilution.ts';
import { inMeasures } from './measures.ts';
import { isForeignCount, readCount, readNumber } from './number.ts';
import { parseLatitude, parseQuantity, volumeBothWays } from './quantities.ts';

const si = { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' } as const;

describe('thousands', () => {
  test.each([
    ['1,000', 'point', 1000, true],
    ['1,000', 'comma', 1, true],
    ['1.000', 'point', 1, true],
    ['1.000', 'comma', 1000, true],
    ['2,5', 'point', 2.5, false],
    ['0,500', 'point', 0.5, false],
    ['1,000,000', 'comma', 1_000_000, false],
    ['1,234.5', 'comma', 1234.5, false],
    ['1.234,5', 'point', 1234.5, false],
    ['12 500', 'point', 12_500, false],
    ['−7', 'point', -7, false],
  ] as const)('%s by a %s', (typed, format, value, twoWays) => {
    expect(readNumber(typed, format)).toEqual({ value, twoWays });
  });
  test.each(['1,00,000', '12,34,5', 'x', '', '1.2.3', '--1'])('%j is no number', (typed) => {
    expect(readNumber(typed)).toBeUndefined();
  });
  test('a thousand millilitres, seven thousand feet, one to a thousand, ten thousand seeds', () => {
    expect(parseQuantity('1,000 mL', 'volume_mL')).toEqual({ ok: true, value: 1000, twoWays: true });
    expect(parseQuantity('7,200 ft', 'height_m')).toMatchObject({ ok: true, value: expect.closeTo(2194.56, 6) });
    expect(parseQuantity('1.000,5 mL', 'volume_mL', undefined, 'comma')).toMatchObject({ value: 1000.5 });
    expect(parseDilution('1 to 1,000', 1001)).toMatchObject({ ok: true, value: { stock_mL: expect.closeTo(1, 9) } });
    expect([readCount('10,000'), readCount('2,5'), readCount('-3')]).toEqual([10_000, undefined, undefined]);
    // A thousand or one? One rule reads it everywhere, and a count of thousandths is asked about.
    expect([readCount('10.000'), isForeignCount('10.000'), readCount('10.000', 'comma'), isForeignCount('10,000', 'comma')]).toEqual([
      undefined,
      true,
      10_000,
      true,
    ]);
  });
  test('any whole number is read back from how it is shown', () => {
    fc.assert(fc.property(fc.nat(9_999_999), (count) => readCount(shown(count)) === count));
  });
});

describe('what is not what it seems', () => {
  test.each([
    ['17/20 %', /17 in 20/],
    ['17/0', /below the line/],
  ])('the share %s is refused', (typed, says) => {
    expect(asRead(parseQuantity(typed, 'share'))).toMatchObject({ ok: false, reason: expect.stringMatching(says) });
  });
  test('17/20 is a share; minutes of arc end at 59', () => {
    expect(parseQuantity('17/20', 'share', '%')).toMatchObject({ ok: true, value: 0.85 });
    expect(asRead(parseLatitude('46°75′N'))).toMatchObject({ ok: false, reason: expect.stringContaining('59') });
  });
});

describe('a dose in measures that one owns', () => {
  test.each([
    [430, '430 mL', '1¾ cups'],
    [9.858, '9.9 mL', '2 tsp'],
    [19, '19 mL', '1½ tbsp'],
    [3785, '3.8 L', '1 gal'],
    [0.03, 'less than 0.1 mL', 'less than ⅛ tsp'],
  ])('%f mL', (mL, metric, spoons) => {
    expect(volumeBothWays(mL, si)).toBe(`${metric} (${spoons})`);
  });
  test('is within a fifth of what is meant, from half a teaspoon up', () => {
    fc.assert(
      fc.property(fc.double({ min: 2.5, max: 4000, noNaN: true }), (mL) => {
        const { figure, unit } = inMeasures(mL, 'tsp');
        const back = parseQuantity(`${figure} ${unit}`, 'volume_mL');
        return back.ok && Math.abs(back.value - mL) <= mL / 5;
      }),
    );
  });
});
