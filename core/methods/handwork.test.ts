import { expect, test } from '@jest/globals';
import { sowingMinutes, towelMinutes } from './handwork.ts';

const large = { thousandSeeds_g: 40 };

test('sowing is filling, sowing, labelling and thinning; a towel is laying, lifting and filling', () => {
  // 100 cells of 50 mL filled 15, 200 seeds sown 17, three trays labelled 6; of 160 that are up, all but one of each cell come off.
  const cells = { container: 'cell', each: 2, cover_mm: 5 } as const;
  expect(sowingMinutes(200, 0, cells, large)).toBeCloseTo(15 + 17 + 6, 9);
  // Filled: 100 × (1 − 0.2²) = 96 cells; so 64 stand beside another.
  expect(sowingMinutes(200, 160, cells, large)).toBeCloseTo(38 + 1 + 0.15 * 64, 9);
  // 100 seeds laid 10; 61 sprouts lifted 24.1, into as many cells 11.1.
  expect(towelMinutes(100, 61, large)).toBeCloseTo(10 + 24.13 + 11.1, 9);
  expect(towelMinutes(0, 0, large)).toBe(0);
});

test('an open tray is quickly sown, and takes its time when it is pricked out', () => {
  const flat = { container: 'flat', each: 500, cover_mm: 0 } as const;
  const dust = { thousandSeeds_g: 0.05 };
  expect(sowingMinutes(1000, 0, flat, dust)).toBeCloseTo(5 + 2 * 0.5 + 6 + 2 * 4 + 2 * 2, 9);
  expect(sowingMinutes(1000, 300, flat, dust) - sowingMinutes(1000, 0, flat, dust)).toBeCloseTo(5 + 150 + 5 + 30, 9);
});
