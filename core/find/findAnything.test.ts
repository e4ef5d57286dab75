import { describe, expect, test } from '@jest/globals';
import { type Findable, findAnything } from './findAnything.ts';

const THINGS: Findable[] = [
  { kind: 'bag', code: '7QK', title: 'Western larch', more: 'Larix occidentalis, lot LO-26-01, in the fridge', to: '/batch/7QK' },
  { kind: 'bag', code: 'LAR', title: 'Woods’ rose', more: 'Rosa woodsii', to: '/batch/LAR' },
  { kind: 'lot', code: 'LO-26-01', title: 'Western larch', more: 'North slope', to: '/seeds/1' },
  { kind: 'species', title: 'Crème brûlée daisy', more: 'Ignota dulcis', to: '/handbook/x' },
  { kind: 'action', title: 'Print labels', more: 'for bags, pots and shelves', to: '/labels' },
];
const titles = (query: string) => findAnything(query, THINGS).map(({ to }) => to);

describe('finding anything', () => {
  test('what is called just so comes first, then what begins with it, then the rest', () => {
    expect(titles('lar')).toEqual(['/batch/LAR', '/batch/7QK', '/seeds/1']);
    expect(titles('7qk')).toEqual(['/batch/7QK']);
    expect(titles('larch slope')).toEqual(['/seeds/1']);
    expect(titles('labels')).toEqual(['/labels']);
  });
  test('accents and case are no hindrance, a slip of the finger hardly one', () => {
    expect(titles('creme BRULEE')).toEqual(['/handbook/x']);
    expect(titles('westrn lrach')[0]).toBe('/batch/7QK');
  });
  test('nothing is found for nothing, nor for nonsense, and never more than is asked', () => {
    expect([titles(' '), titles('zzzzzz'), titles('q7')]).toEqual([[], [], []]);
    const many = Array.from(
      { length: 20_000 },
      (_, i): Findable => ({ kind: 'bag', code: `B${i}`, title: 'Western larch', more: '', to: `/${i}` }),
    );
    expect(findAnything('larch', many, 7)).toHaveLength(7);
  });
});
