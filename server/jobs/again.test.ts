import { expect, test } from '@jest/globals';
import { Again } from './again.ts';

test('what is asked for meanwhile is done once more, and whoever looks gets the last that was begun', async () => {
  const ends: (() => void)[] = [];
  let runs = 0;
  const work = new Again(() => {
    const run = ++runs;
    return new Promise<number>((resolve) => ends.push(() => resolve(run)));
  });
  const first = work.begin();
  const [second, third] = [work.begin(), work.begin()];
  expect(work.latest()).toBe(second);
  expect(runs).toBe(1);
  ends[0]?.();
  expect(await first).toBe(1);
  ends[1]?.();
  expect(await Promise.all([second, third])).toEqual([2, 2]);
  expect(await work.latest()).toBe(2);
  expect(runs).toBe(2);
});

test('what failed is said to whoever looks, and done again when it is begun again', async () => {
  let fails = true;
  const work = new Again(async () => {
    if (fails) throw new Error('The disk is full.');
    return 'kept';
  });
  await expect(work.begin()).rejects.toThrow('The disk is full.');
  await expect(work.latest()).rejects.toThrow('The disk is full.');
  fails = false;
  expect(await work.begin()).toBe('kept');
});
