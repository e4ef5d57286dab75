import { type Lesson, learnedFrom, lessonsOf, type Taught } from '@chill/core/results/taught.ts';
import { expect, test } from '@jest/globals';
import { handbook, NURSERY, someLot, TODAY, testServer, uuid } from './testing.ts';

test('what tests of lots teach is what core learns of them, said again only once something else is learned; own figures begin it anew', async () => {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const asked = async () => {
    const { body, headers } = await server.ask('GET', '/api/learned');
    return { ...(body as Taught), tag: String(headers.etag) };
  };
  expect(await asked()).toMatchObject({ figures: [], species: [] });

  const lot = someLot({ viability: { kind: 'unknown' } });
  await server.ask('POST', '/api/lots', lot);
  const tested = { id: uuid(), on: TODAY, kind: 'cutTested', tested: 20, viable: 11 };
  await server.ask('POST', `/api/lots/${lot.id}/events`, { decidedOn: 0, event: tested });
  const { species, tag } = await asked();
  expect(species).toMatchObject([{ speciesId: lot.speciesId, learned: { viable: { had: { came: 11, of: 20 } } }, apart: [] }]);
  const tests = [{ lotId: lot.id, speciesId: lot.speciesId, on: TODAY, years: 0, came: 11, of: 20 }];
  const [lesson, ...more] = lessonsOf(handbook, { outcomes: [], figures: [], tests });
  expect(more).toEqual([]);
  expect(species[0]?.learned.viable?.now).toBeCloseTo(learnedFrom(lesson as Lesson).learned.viable?.now as number, 2);

  await server.ask('POST', '/api/lots', someLot({ viability: { kind: 'unknown' } }));
  const again = await server.ask('GET', '/api/learned', undefined, { 'if-none-match': tag });
  expect(again.status).toBe(304);

  const figures = [{ speciesId: lot.speciesId, figure: 'viable', since: TODAY }];
  expect((await server.ask('PUT', '/api/nursery', { ...NURSERY, figures, version: 1 })).status).toBe(200);
  const anew = await asked();
  expect(anew.figures).toEqual(figures);
  expect(anew.species[0]?.learned.viable).toBeUndefined();
  await server.close();
});

test('what was learned is kept: a server that is started again learns only of what has changed since', async () => {
  let server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const [larch, camas] = ['larix-occidentalis', 'camassia-quamash'].map((speciesId) =>
    someLot({ speciesId, viability: { kind: 'unknown' } }),
  );
  const cut = (lot: { id: string } | undefined, decidedOn: number, viable: number) =>
    server.ask('POST', `/api/lots/${lot?.id}/events`, {
      decidedOn,
      event: { id: uuid(), on: TODAY, kind: 'cutTested', tested: 20, viable },
    });
  for (const lot of [larch, camas]) {
    await server.ask('POST', '/api/lots', lot);
    expect((await cut(lot, 0, 11)).status).toBe(200);
  }
  const now = async () => {
    const { species } = (await server.ask('GET', '/api/learned')).body as Taught;
    return Object.fromEntries(species.map(({ speciesId, learned }) => [speciesId, learned.viable?.now]));
  };
  const first = await now();
  await server.close();
  server = await testServer({ dataFolder: server.dataFolder });
  // What stands in the data file is what is told: nothing was learned again.
  await server.source.query(`UPDATE learned SET body = json_set(body, '$.learned.viable.now', 0.125)`);
  expect(await now()).toEqual({ [String(larch?.speciesId)]: 0.125, [String(camas?.speciesId)]: 0.125 });
  expect((await cut(camas, 1, 2)).status).toBe(200);
  const then = await now();
  expect(then[String(larch?.speciesId)]).toBe(0.125);
  expect(then[String(camas?.speciesId)]).toBeLessThan(first[String(camas?.speciesId)] as number);
  await server.close();
});
