import type { Place } from '@chill/model/place.ts';
import { expect, test } from '@jest/globals';
import { hostileRequests } from '../../scripts/attack/hostile.ts';
import { NURSERY, someBatch, someLot, testServer } from '../testing.ts';

test('requests made from the API’s own description, right and wrong, are all answered, and never with a fault of ours', async () => {
  const server = await testServer({ demo: true, requestsPerMinute: 1_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: 500 });
  await server.ask('POST', '/api/lots', lot);
  const batch = (await server.ask('POST', '/api/batches', someBatch(lot, 60))).body as { id: string; code: string };
  const places = (await server.ask('GET', '/api/places')).body as Place[];
  const known = [lot.id, batch.id, batch.code, ...places.map(({ id }) => id), 'larix-occidentalis'];
  const { sent, taken, bad } = await hostileRequests(server.app, 400, 7, known);
  expect(sent).toBeGreaterThan(300);
  expect(taken).toBeGreaterThan(sent / 10);
  expect(bad).toEqual([]);
  await server.close();
});
