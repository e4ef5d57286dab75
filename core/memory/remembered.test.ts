import { expect, test } from '@jest/globals';
import { remembered } from './remembered.ts';

test('what was made is made once, until more is remembered than may be', () => {
  const made: string[] = [];
  const lengthOf = remembered<string, number>(2);
  const ask = (key: string) => lengthOf(key, (one) => made.push(one) && one.length);
  expect(['a', 'bb', 'a', 'bb'].map(ask)).toEqual([1, 2, 1, 2]);
  expect(made).toEqual(['a', 'bb']);
  expect(['ccc', 'a'].map(ask)).toEqual([3, 1]);
  expect(made).toEqual(['a', 'bb', 'ccc', 'a']);
});
