import { Id } from '@chill/model/primitives.ts';
import { expect, test } from '@jest/globals';
import { newId } from './newId.ts';

test('ids are UUIDs of version 4, all different, also where the page is not served securely', () => {
  const ids = Array.from({ length: 2000 }, newId);
  expect(new Set(ids).size).toBe(2000);
  expect(ids.every((id) => Id.safeParse(id).success && id[14] === '4' && '89ab'.includes(id[19] as string))).toBe(true);
});
