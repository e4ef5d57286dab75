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

  const lot = someLot({ soundness: { kind: 'unknown' } });
  await server.ask('POST', '/api/lots', lot);
  const tested = { id: uuid(), on: TODAY, kind: 'cutTested', tested: 20, sound: 11 };
  await server.ask('POST', `/api/lots/${lot.id}/events`, { decidedOn: 0, event: tested });
  const { species, tag } = await asked();
  expect(species).toMatchObject([{ speciesId: lot.speciesId, learned: { viable: { had: { came: 11, of: 20 } } }, apart: [] }]);
  const tests = [{ lotId: lot.id, speciesId: lot.speciesId, on: TODAY, years: 0, came: 11, of: 20 }];
  const [lesson, ...more] = lessonsOf(handbook, { outcomes: [], figures: [], tests });
  expect(more).toEqual([]);
  expect(species[0]?.learned.viable?.now).toBeCloseTo(learnedFrom(lesson as Lesson).learned.viable?.now as number, 2);

  await server.ask('POST', '/api/lots', someLot({ soundness: { kind: 'unknown' } }));
  const again = await server.ask('GET', '/api/learned', undefined, { 'if-none-match': tag });
  expect(again.status).toBe(304);

  const figures = [{ speciesId: lot.speciesId, figure: 'viable', since: TODAY }];
  expect((await server.ask('PUT', '/api/nursery', { ...NURSERY, figures, version: 1 })).status).toBe(200);
  const anew = await asked();
  expect(anew.figures).toEqual(figures);
  expect(anew.species[0]?.learned.viable).toBeUndefined();
  await server.close();
});
