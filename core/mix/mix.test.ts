import { type Sentence, spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CHEMICALS, dilute, mustNotMix, parseDilution } from './dilution.ts';
import { mediumWater_mL, sowingDepth_mm, towelWater_mL } from './water.ts';

describe('diluting', () => {
  test('what is in the stock is in the mix, and diluting turns back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (stock, share, total) => {
          const { stock_mL, water_mL, part } = dilute(stock, stock * share, total);
          const same = Math.abs(stock_mL + water_mL - total) < 1e-9 * total;
          return same && Math.abs((stock_mL * stock) / total - stock * share) < 1e-9 * stock && Math.abs(part - share) < 1e-12;
        },
      ),
    );
  });
  test('“1 to 3” is four parts, “1 in 4” is four parts, “1 in 3” is not “1 to 3”', () => {
    const stock = (text: string) => {
      const parsed = parseDilution(text, 1200);
      return parsed.ok ? [parsed.value.stock_mL, parsed.value.water_mL] : spoken(parsed.reason);
    };
    expect(stock('1 to 3')).toEqual([300, 900]);
    expect(stock('1:3')).toEqual([300, 900]);
    expect(stock('1 in 4')).toEqual([300, 900]);
    expect(stock('1 in 3')).toEqual([400, 800]);
    expect(stock('2 in 1')).toMatch(/swap the two numbers/);
    expect(stock('a third')).toMatch(/Say it as/);
    expect(stock('0 to 3')).toMatch(/Say it as/);
  });
  test('water only weakens', () => {
    expect(() => dilute(3, 6, 500)).toThrow('Water only weakens');
    expect(() => dilute(0, 1, 500)).toThrow(RangeError);
  });
  test('what must not meet is said whichever is named first, and the same with itself is nobody’s fault', () => {
    expect(spoken(mustNotMix('bleach', 'vinegar') as Sentence)).toMatch(/chlorine/);
    for (const a of CHEMICALS) {
      expect(mustNotMix(a, a)).toBeUndefined();
      for (const b of CHEMICALS) expect(mustNotMix(a, b) === undefined).toBe(mustNotMix(b, a) === undefined);
    }
    expect(mustNotMix('bleach', 'peroxide')).toBeDefined();
  });
});

describe('how wet', () => {
  test('a two-ply towel of 28 by 28 cm, by hand: 3.45 g dry, 14.5 mL, and the seed’s own drink', () => {
    expect(towelWater_mL(280, 280, 2, 0)).toBeCloseTo(0.28 * 0.28 * 2 * 22 * 6 * 0.7, 9);
    expect(towelWater_mL(280, 280, 2, 10)).toBeCloseTo(14.49 + 9, 1);
  });
  test('a litre of vermiculite takes 216 mL, of sand 192; a mix is the sum of its parts', () => {
    expect(mediumWater_mL({ vermiculite: 1000 })).toBeCloseTo(216, 9);
    expect(mediumWater_mL({ sand: 1000 })).toBeCloseTo(192, 9);
    expect(mediumWater_mL({ sand: 500, peat: 500 }, 20)).toBeCloseTo(96 + 264 + 18, 9);
  });
  test('what cannot be is refused', () => {
    expect(() => towelWater_mL(0, 280, 2, 0)).toThrow('length and width');
    expect(() => towelWater_mL(280, 280, 1.5, 0)).toThrow('whole number');
    expect(() => mediumWater_mL({})).toThrow('at least one part');
    expect(() => mediumWater_mL({ sand: -5 })).toThrow('cannot be negative');
  });
  test('seed lies two to three times as deep as it is thick; what needs light lies on top', () => {
    expect(sowingDepth_mm(2, false)).toEqual({ from: 4, to: 6 });
    expect(sowingDepth_mm(2, true)).toEqual({ from: 0, to: 0 });
    expect(() => sowingDepth_mm(0, false)).toThrow(RangeError);
  });
});
