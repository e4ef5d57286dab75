import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type OnTheWalk, walkOrder } from './walk.ts';

const PLACES = [
  { id: 'shelf', order: 2 },
  { id: 'fridge', order: 1 },
  { id: 'mat', order: 2 },
];
const met = fc.record({
  placeId: fc.constantFrom('shelf', 'fridge', 'mat', 'gone', undefined),
  code: fc.constantFrom('7QK', 'A2B', 'WXZ'),
  pressing: fc.boolean(),
  done: fc.boolean(),
});

test('places come as one walks; in each the pressing, the due, the done; and bags by their code', () => {
  const lines: OnTheWalk[] = [
    { placeId: 'mat', code: 'A2B' },
    { placeId: 'fridge', code: 'WXZ' },
    { placeId: 'fridge', code: 'A2B', done: true },
    { placeId: 'gone', code: 'A2B' },
    { placeId: 'fridge', code: '7QK' },
    { placeId: 'fridge', code: 'X9Y', pressing: true },
  ];
  expect(lines.sort(walkOrder(PLACES)).map(({ placeId, code }) => `${placeId} ${code}`)).toEqual([
    'fridge X9Y',
    'fridge 7QK',
    'fridge WXZ',
    'fridge A2B',
    'mat A2B',
    'gone A2B',
  ]);
});

test('the order is one, whatever the lines came in, and never leaves a place to come back to it', () => {
  fc.assert(
    fc.property(fc.array(met, { maxLength: 30 }), (lines) => {
      const walk = [...lines].sort(walkOrder(PLACES)).map(({ placeId }) => placeId ?? '');
      const stops = walk.filter((placeId, i) => placeId !== walk[i - 1]);
      expect(new Set(stops).size).toBe(stops.length);
      const told = (all: OnTheWalk[]) => all.sort(walkOrder(PLACES)).map((one) => JSON.stringify(one));
      expect(new Set(told([...lines].reverse()))).toEqual(new Set(told([...lines])));
    }),
  );
});
