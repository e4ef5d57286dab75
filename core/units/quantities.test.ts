import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inUnits, parseLatitude, parseQuantity, type Quantity, showQuantity, unitOf } from './quantities.ts';

const us = { temperature: 'F', length: 'in', mass: 'oz', volume: 'tsp' } as const;
const si = { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' } as const;
const read = (text: string, quantity: Quantity, assumed?: string) => {
  const parsed = parseQuantity(text, quantity, assumed);
  return parsed.ok ? parsed.value : spoken(parsed.reason);
};

describe('numbers as people type them', () => {
  test.each<[string, Quantity, number]>([
    ['75F', 'temperature_C', 23.888888888888886],
    ['−6 °C', 'temperature_C', -6],
    ['3/16 in', 'length_mm', 4.7625],
    ['1 1/2 tsp', 'volume_mL', 7.393382390625],
    ['½ oz', 'mass_g', 14.1747615625],
    ['1½ lb', 'mass_g', 680.388555],
    ['6 wk', 'duration_days', 42],
    ['2,5 mm', 'length_mm', 2.5],
    ['17 in 20', 'share', 0.85],
    ['85 %', 'share', 0.85],
    ['2560 ft', 'height_m', 780.288],
    ['1 gal', 'volume_mL', 3785.411784],
  ])('%s', (text, quantity, value) => {
    expect(read(text, quantity)).toBeCloseTo(value, 9);
  });

  test('no unit means the grower’s own', () => {
    expect(read('75', 'temperature_C', unitOf('temperature_C', us))).toBeCloseTo(23.889, 3);
  });

  test.each<[string, Quantity, string]>([
    ['75', 'temperature_C', 'In which unit?'],
    ['4 oz', 'length_mm', '“oz” is not a unit for this'],
    ['warm', 'temperature_C', 'does not begin with a number'],
    ['1/0 in', 'length_mm', 'other than 0'],
    ['', 'mass_g', 'Give a figure, such as 12 g'],
    ['3 in 0', 'share', 'Out of 0'],
  ])('%s is refused with what to type instead', (text, quantity, says) => {
    expect(read(text, quantity)).toContain(says);
  });

  test('what is shown is read back as what it was', () => {
    const quantities: Quantity[] = ['temperature_C', 'length_mm', 'mass_g', 'height_m'];
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        fc.constantFrom(...quantities),
        fc.constantFrom(us, si),
        (value, quantity, units) => {
          const { figure, unit } = inUnits(value, quantity, units, 8);
          const back = parseQuantity(`${figure} ${unit}`, quantity);
          return back.ok && Math.abs(back.value - value) < 1e-5;
        },
      ),
    );
  });

  test('a temperature reads in the grower’s unit', () => {
    expect(showQuantity(3.6, 'temperature_C', us)).toBe('38.5 °F');
    expect(showQuantity(-18, 'temperature_C', si)).toBe('−18 °C');
  });
});

describe('latitude', () => {
  test.each([
    ['46.3', 46.3],
    ['38.1 S', -38.1],
    ["46°18'N", 46.3],
    ['-34', -34],
  ])('%s', (text, value) => {
    expect(parseLatitude(text)).toEqual({ ok: true, value: expect.closeTo(value, 9) });
  });
  test.each(['100 N', '-34 S', 'north'])('%s is refused', (text) => {
    expect(parseLatitude(text).ok).toBe(false);
  });
});
