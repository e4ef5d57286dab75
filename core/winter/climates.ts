import type { MonthClimate } from '@chill/model/nursery.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/winter.ts';

/** A climate made up for trying things out and for nurseries with no figures of their own; none is any real place's. */
export interface MadeUpClimate {
  id: string;
  name: string;
  tells: string;
  /** January to December. */
  months: MonthClimate[];
}

const months = (sd_C: number, rows: readonly (readonly [number, number])[]): MonthClimate[] =>
  rows.map(([min_C, max_C]) => ({ min_C, max_C, sd_C }));
const southern = (rows: readonly (readonly [number, number])[]) => [...rows.slice(6), ...rows.slice(0, 6)];

const MILD: readonly (readonly [number, number])[] = [
  [2, 8],
  [2, 9],
  [3, 11],
  [5, 14],
  [8, 17],
  [10, 20],
  [12, 23],
  [12, 23],
  [10, 20],
  [7, 15],
  [4, 11],
  [2, 8],
];

/** Climates to take where a nursery has none: from long hard winters to hardly any. */
export const CLIMATES: readonly MadeUpClimate[] = wordedRows(
  say,
  ['name', 'tells'],
  [
    {
      id: 'dry-valley',
      name: 'dryMountainValley',
      tells: 'highDesert',
      months: months(3.8, [
        [-6, 3],
        [-5, 5],
        [-2, 10],
        [1, 14],
        [5, 19],
        [8, 23],
        [11, 29],
        [10, 28],
        [6, 22],
        [2, 14],
        [-3, 7],
        [-6, 3],
      ]),
    },
    {
      id: 'deep-winter',
      name: 'inlandDeepWinter',
      tells: 'continental',
      months: months(5.2, [
        [-18, -8],
        [-16, -5],
        [-9, 1],
        [-1, 10],
        [6, 18],
        [12, 24],
        [15, 27],
        [14, 26],
        [8, 20],
        [2, 12],
        [-6, 2],
        [-14, -5],
      ]),
    },
    {
      id: 'mild-coast',
      name: 'mildWetCoast',
      tells: 'mildCoast',
      months: months(2.6, MILD),
    },
    {
      id: 'short-winter',
      name: 'warmPlainShortWinter',
      tells: 'warmSouth',
      months: months(4.4, [
        [3, 14],
        [4, 16],
        [8, 20],
        [12, 24],
        [17, 28],
        [21, 32],
        [23, 34],
        [22, 34],
        [19, 30],
        [13, 25],
        [7, 19],
        [4, 15],
      ]),
    },
    {
      id: 'southern-hills',
      name: 'southernHills',
      tells: 'southernMild',
      months: months(2.8, southern(MILD)),
    },
  ],
);
