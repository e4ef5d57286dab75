import type { Laid } from '@chill/core/season/lanes.ts';
import type { Stay } from '@chill/core/season/stays.ts';
import { expect, test } from '@jest/globals';
import { linesOf, overOf, type PlaceBand, threadOf } from './seasonLines.ts';

const day = (n: number) => `2027-02-${String(n).padStart(2, '0')}`;
/** A day is as many px across as its number. */
const x = (on: string) => Number(on.slice(8));
const laid = (id: string, from: number, to: number, lane = 0, part: Partial<Stay> = {}): Laid => ({
  lane,
  lanes: 1,
  stay: { id, code: id, stage: 0, kind: 'coldMoist', placeId: 'p', from: day(from), to: day(to), room: 1, begun: false, ...part },
});
const band = (...all: Laid[]): PlaceBand => ({
  lanes: 2,
  celsius: 4,
  laid: all,
  place: { id: 'p', name: 'p', kind: 'fridge', nominal_C: 4, capacity: 2, order: 1 },
});
const y = ({ lane }: Pick<Laid, 'lane'>) => 100 - 10 * lane;
const lines = (of: PlaceBand, tooMany = false) =>
  linesOf(of, y, x, { within: (on) => on, today: day(10), lane: 10, tooMany: () => tooMany });

test('what is done, what is to come and what is only proposed are lines of their own', () => {
  const paths = lines(band(laid('a', 2, 20), laid('b', 12, 24, 1, { proposed: true })));
  expect(paths).toEqual({ done: 'M3 100H8', ahead: 'M11 100H18', proposed: 'M13 90H22', doneOver: '', aheadOver: '' });
});

test('what lies above the last lane is too much only while more lies there than fits', () => {
  const three = band(laid('a', 2, 20), laid('b', 2, 20, 1), laid('c', 2, 20, 2));
  expect(overOf(three)).toBe(1);
  expect(lines(three, true)).toMatchObject({ doneOver: 'M3 80H8', aheadOver: 'M11 80H18' });
  expect(lines(three, false)).toMatchObject({ doneOver: '', aheadOver: '', ahead: expect.stringContaining('M11 80H18') });
});

test('a batch is followed from place to place in the order of its days, and nobody where nobody is asked for', () => {
  const cold = band(laid('a', 2, 10), laid('b', 2, 9, 1));
  const warm = band(laid('a', 10, 20));
  const thread = (id: string | undefined) => threadOf([warm, cold], id, (at, one) => y(one) + at, x);
  expect(thread('a')).toBe('M2 101H6C11 101 5 100 14 100H16');
  expect(thread(undefined)).toBe('');
});
