import { addDays } from '../../core/calendar/dates.ts';
import { rawDatabase } from '../../server/store/raw.ts';
import { NURSERY, someBatch, someLot, TODAY, testServer, uuid } from '../../server/testing.ts';
import { outcomes } from './results.ts';

const PER_LOT = 10;

/** A nursery with so many results, of every species of the handbook, read off already; and its last lot, of which some seed is left. */
export async function withResults(closed: number): Promise<{ dataFolder: string; lotId: string }> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const model = someLot({ seeds: PER_LOT * 60, viability: { kind: 'unknown' } });
  const plan = someBatch(model, 60);
  const database = rawDatabase(server.source);
  const addLot = database.prepare('INSERT INTO lot (id, code, seeds, version, drawer, body) VALUES (?, ?, 700, 1, 100, ?)');
  const addBatch = database.prepare('INSERT INTO batch (id, code, lot_id, seeds, closed_on, body) VALUES (?, ?, ?, 60, ?, ?)');
  const keep = database.prepare('INSERT INTO kept (batch_id, lot_id, test, mould_read, outcome_read) VALUES (?, ?, 0, 1, 1)');
  const addOutcome = database.prepare('INSERT INTO outcome (batch_id, page, species_id, body) VALUES (?, ?, ?, ?)');
  let lotId = model.id;
  database.transaction(() => {
    const all = outcomes(closed).sort((a, b) => a.speciesId.localeCompare(b.speciesId));
    for (const [i, outcome] of all.entries()) {
      const { speciesId } = outcome;
      if (i % PER_LOT === 0) {
        const lot = { ...model, id: uuid(), code: `L${i}`, speciesId, seeds: PER_LOT * 60 + 100 };
        lotId = lot.id;
        addLot.run(lot.id, lot.code, JSON.stringify(lot));
      }
      const closedOn = addDays(TODAY, -30 - ((closed - i) % 3000));
      const batch = { ...plan, id: uuid(), lotId, code: `B${i}`, speciesId };
      addBatch.run(batch.id, batch.code, lotId, closedOn, JSON.stringify(batch));
      keep.run(batch.id, lotId);
      addOutcome.run(batch.id, Math.floor(i / 250), speciesId, JSON.stringify({ ...outcome, batchId: batch.id, lotId, closedOn }));
    }
  })();
  if (closed === 0) await server.ask('POST', '/api/lots', model);
  await server.close();
  return { dataFolder: server.dataFolder, lotId };
}
