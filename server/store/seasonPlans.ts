import type { Batch } from '@chill/model/batch.ts';
import type { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import type { EntityManager } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { addBatch, requireBatch } from './batches.ts';
import { bodyOf } from './body.ts';
import { BatchRow, PromiseRow, SeasonPlanRow, WithdrawnRow } from './entities.ts';
import { noteDrawer } from './lots.ts';

/** Every season that was accepted, the latest first. */
export async function readSeasonPlans(manager: EntityManager): Promise<SeasonPlan[]> {
  const plans = (await manager.find(SeasonPlanRow)).map(bodyOf<SeasonPlan>);
  return plans.reverse().sort((a, b) => b.on.localeCompare(a.on));
}

/** Makes the batches of a season, all or none, and keeps its plan. Sending the same one again is harmless. */
export async function acceptSeason(
  manager: EntityManager,
  database: Database.Database,
  { plan, batches, withdraw = [] }: NewSeason,
  knows: (speciesId: string, methodId: string) => boolean,
): Promise<Batch[]> {
  if (await manager.existsBy(SeasonPlanRow, { id: plan.id })) {
    const known = await requirePlan(manager, plan.id);
    if (known.undone) throw Fault.field('plan.id', say('seasonPlanWasUndone'));
    return Promise.all(batches.map(({ id }) => requireBatch(manager, id)));
  }
  const ids = new Set(batches.map(({ id }) => id));
  for (const [i, { promiseId, batchIds }] of plan.promises.entries()) {
    if (!(await manager.existsBy(PromiseRow, { id: promiseId })))
      throw Fault.field(`plan.promises.${i}.promiseId`, say('thereNoSuchPromise'));
    if (!batchIds.every((id) => ids.delete(id))) throw Fault.field(`plan.promises.${i}.batchIds`, say('seasonPlanNamesBatchOnce'));
  }
  if (ids.size > 0) throw Fault.field('batches', say('seasonPlanNamesBatchOnce'));
  await replan(manager, database, withdraw, plan.on);
  const made: Batch[] = [];
  for (const [index, batch] of batches.entries()) {
    if (await manager.existsBy(BatchRow, { id: batch.id })) throw Fault.field(`batches.${index}.id`, say('idNamesAnotherBatchAlready'));
    made.push(await addBatch(manager, database, batch, knows, `batches.${index}.`));
  }
  await manager.insert(SeasonPlanRow, { id: plan.id, body: JSON.stringify(plan) });
  return made;
}

/** Takes a season back: its batches, of which none may have begun, give their seeds back to their lots and are gone; their codes are not given again. */
export async function undoSeason(manager: EntityManager, database: Database.Database, id: string, today: string): Promise<SeasonPlan> {
  const plan = await requirePlan(manager, id);
  if (plan.undone) return plan;
  await withdrawBatches(
    manager,
    database,
    plan.promises.flatMap(({ batchIds }) => batchIds),
    'id',
  );
  const undone = { ...plan, undone: today };
  await manager.update(SeasonPlanRow, { id }, { body: JSON.stringify(undone) });
  return undone;
}

/** Takes batches out of the seasons that they were planned in; a season of which none is left is undone. */
async function replan(manager: EntityManager, database: Database.Database, ids: readonly string[], today: string): Promise<void> {
  if (ids.length === 0) return;
  const gone = new Set(ids);
  const stray = new Set(ids);
  for (const plan of await readSeasonPlans(manager)) {
    if (plan.undone || !plan.promises.some(({ batchIds }) => batchIds.some((id) => gone.has(id)))) continue;
    // What a promise has no batch of any more is planned in the new season.
    const promises = plan.promises.flatMap((one) => {
      const batchIds = one.batchIds.filter((id) => !gone.has(id));
      return batchIds.length > 0 ? [{ ...one, batchIds }] : [];
    });
    const left: SeasonPlan = promises.length > 0 ? { ...plan, promises } : { ...plan, undone: today };
    await manager.update(SeasonPlanRow, { id: plan.id }, { body: JSON.stringify(left) });
    for (const { batchIds } of plan.promises) for (const id of batchIds) stray.delete(id);
  }
  if (stray.size > 0) throw Fault.field('withdraw', say('seasonWithdrawsItsOwn'));
  await withdrawBatches(manager, database, ids, 'withdraw');
}

/** Gives the seeds of batches that have not begun back to their lots; the batches are gone, and their codes are not given again. */
async function withdrawBatches(manager: EntityManager, database: Database.Database, ids: readonly string[], field: string): Promise<void> {
  const batches = await Promise.all(ids.map((id) => requireBatch(manager, id)));
  const begun = batches.filter(({ events }) => events.length > 0);
  if (begun.length > 0) throw Fault.field(field, say('seasonBatchesHaveEntries', { codes: begun.map(({ code }) => code).join(', ') }));
  for (const { id, code, lotId } of batches) {
    await manager.delete(BatchRow, { id });
    await manager.insert(WithdrawnRow, { code });
    noteDrawer(database, lotId);
  }
}

async function requirePlan(manager: EntityManager, id: string): Promise<SeasonPlan> {
  const row = await manager.findOneBy(SeasonPlanRow, { id });
  if (!row) throw Fault.notFound(say('thereNoSuchSeasonPlan'));
  return bodyOf<SeasonPlan>(row);
}
