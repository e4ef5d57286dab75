import type { NewBatch } from '../../model/batch.ts';
import type { NewSeason } from '../../model/seasonPlan.ts';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from '../../server/testing.ts';
import { chanceFrom } from '../../sim/draws.ts';

const CLIENTS = 4;
const SEEDS = 2000;

/**
 * So many acts of four clients at once on the seasons of one lot: accepted, accepted again, with a batch named twice, undone, undone twice. What was answered
 * with a fault of ours, and how many seeds are anywhere but where they are counted?
 */
export async function seasonActs(acts: number, seed: number): Promise<{ faults: number; astray: number }> {
  const server = await testServer({ demo: true, requestsPerMinute: 10_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: SEEDS });
  await server.ask('POST', '/api/lots', lot);
  const promise = { id: uuid(), speciesId: lot.speciesId, plants: 12, on: '2027-05-28', whom: 'a hedge' };
  await server.ask('PUT', `/api/promises/${promise.id}`, promise);
  const season = (batches: NewBatch[], named = batches.map(({ id }) => id)): NewSeason => {
    const { id, ...promised } = promise;
    return { batches, plan: { id: uuid(), on: TODAY, promises: [{ promiseId: id, ...promised, batchIds: named }] } };
  };
  const tried: NewSeason[] = [];
  let faults = 0;
  const act = async (chance: () => number) => {
    const before = tried[Math.floor(chance() * tried.length)];
    const what = chance();
    const ask = async (path: string, body: object) => {
      if ((await server.ask('POST', path, body)).status >= 500) faults += 1;
    };
    if (before && what < 0.35) return ask(`/api/seasons/${before.plan.id}/undo`, {});
    if (before && what < 0.5) return ask('/api/seasons', before);
    const batches = Array.from({ length: 1 + Math.floor(2 * chance()) }, () => someBatch(lot, 10 + Math.floor(30 * chance())));
    const ids = batches.map(({ id }) => id);
    const one = season(batches, what > 0.9 ? [...ids, ...ids] : ids);
    tried.push(one);
    return ask('/api/seasons', one);
  };
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      const chance = chanceFrom(seed * 100 + client);
      for (let i = 0; i < acts; i++) await act(chance);
    }),
  );
  const { body: lots } = await server.ask('GET', '/api/lots');
  const { unassigned } = (lots as { id: string; unassigned: number }[]).find(({ id }) => id === lot.id) ?? { unassigned: 0 };
  const { body: batches } = await server.ask('GET', '/api/batches');
  const held = (batches as { plan: { seeds: number } }[]).reduce((sum, { plan }) => sum + plan.seeds, 0);
  await server.close();
  return { faults, astray: Math.abs(SEEDS - unassigned - held) };
}
