import { stateOf } from '@chill/core/ledger/fold.ts';
import { isWithdrawn } from '@chill/core/ledger/states.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import type { EntityManager } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { addBatch, requireBatch, writeBatch } from './batches.ts';
import { bodyOf } from './body.ts';
import { BatchRow, PromiseRow, SeasonPlanRow, WithdrawalRow } from './entities.ts';
import { findLot, noteDrawer } from './lots.ts';

/** What a season took out of those before it: its undo brings it back. */
interface Replaced {
  batches: Omit<Batch, 'events'>[];
  /** The seasons that they were planned in, as they stood. */
  plans: SeasonPlan[];
}

/** A season as it is stored. */
interface Stored {
  plan: SeasonPlan;
  replaced?: Replaced;
}

/** Every season that was accepted, the latest first. */
export async function readSeasonPlans(manager: EntityManager): Promise<SeasonPlan[]> {
  const plans = (await storedPlans(manager)).map(({ plan }) => plan);
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
    if (known.plan.undone) throw Fault.field('plan.id', say('seasonPlanWasUndone'));
    // A later season may have planned some of them anew since: those are answered for there.
    const there = await Promise.all(
      batches.map(async ({ id }) => ((await manager.existsBy(BatchRow, { id })) ? [await requireBatch(manager, id)] : [])),
    );
    return there.flat();
  }
  const ids = new Set(batches.map(({ id }) => id));
  for (const [i, { promiseId, batchIds }] of plan.promises.entries()) {
    if (!(await manager.existsBy(PromiseRow, { id: promiseId }))) throw Fault.field(`plan.promises.${i}.promiseId`, say('noSuchPromise'));
    if (!batchIds.every((id) => ids.delete(id))) throw Fault.field(`plan.promises.${i}.batchIds`, say('batchOfOnePromise'));
  }
  if (ids.size > 0) throw Fault.field('batches', say('batchOfOnePromise'));
  const replaced = await replan(manager, database, [...new Set(withdraw)], plan.on);
  const made: Batch[] = [];
  for (const [index, batch] of batches.entries()) {
    if (await manager.existsBy(BatchRow, { id: batch.id })) throw Fault.field(`batches.${index}.id`, say('batchIdTaken'));
    made.push(await addBatch(manager, database, batch, knows, `batches.${index}.`));
  }
  await manager.insert(SeasonPlanRow, row({ plan, ...(replaced && { replaced }) }));
  return made;
}

/**
 * Takes a season back: its batches, of which none may have begun, give their seeds back to their lots and are gone; their codes are not given again. What it
 * planned anew stands again as it was.
 */
export async function undoSeason(manager: EntityManager, database: Database.Database, id: string, today: string): Promise<SeasonPlan> {
  const { plan, replaced } = await requirePlan(manager, id);
  if (plan.undone) return plan;
  const changed = new Set([id, ...(replaced?.plans.map((one) => one.id) ?? [])]);
  const all = await storedPlans(manager);
  const since = all
    .slice(all.findIndex((one) => one.plan.id === id) + 1)
    .find((one) => !one.plan.undone && one.replaced?.plans.some((earlier) => changed.has(earlier.id)));
  if (since) throw Fault.field('id', say('seasonPlannedAnewSince'));
  await withdrawBatches(
    manager,
    database,
    plan.promises.flatMap(({ batchIds }) => batchIds),
    'id',
  );
  const undone = { ...plan, undone: today };
  await change(manager, { plan: undone });
  if (replaced) await bringBack(manager, database, replaced);
  return undone;
}

/** What a season took out of those before it stands again: batches with the seeds and codes that they had, in the seasons that planned them. */
async function bringBack(manager: EntityManager, database: Database.Database, { batches, plans }: Replaced): Promise<void> {
  // One that was named twice, before that was refused, stands again once.
  for (const batch of new Map(batches.map((one) => [one.id, one])).values()) {
    const lot = findLot(database, batch.lotId);
    if (lot && lot.speciesId !== batch.speciesId)
      throw Fault.field('id', say('seasonLotOfOtherSpecies', { code: batch.code, lot: lot.code }));
    if (!lot || lot.unassigned < batch.plan.seeds) throw Fault.field('id', say('seasonSeedTakenSince', { code: batch.code }));
    await writeBatch(manager, batch);
    noteDrawer(database, batch.lotId);
  }
  for (const plan of plans) await change(manager, { ...(await requirePlan(manager, plan.id)), plan });
}

/** Takes batches out of the seasons that they were planned in; a season of which none is left is undone. Answers with what that was, if anything. */
async function replan(
  manager: EntityManager,
  database: Database.Database,
  ids: readonly string[],
  today: string,
): Promise<Replaced | undefined> {
  if (ids.length === 0) return undefined;
  const gone = new Set(ids);
  const stray = new Set(ids);
  const plans: SeasonPlan[] = [];
  for (const stored of await storedPlans(manager)) {
    const { plan } = stored;
    if (plan.undone || !plan.promises.some(({ batchIds }) => batchIds.some((id) => gone.has(id)))) continue;
    plans.push(plan);
    // What a promise has no batch of any more is planned in the new season.
    const promises = plan.promises.flatMap((one) => {
      const batchIds = one.batchIds.filter((id) => !gone.has(id));
      return batchIds.length > 0 ? [{ ...one, batchIds }] : [];
    });
    await change(manager, { ...stored, plan: promises.length > 0 ? { ...plan, promises } : { ...plan, undone: today } });
    for (const { batchIds } of plan.promises) for (const id of batchIds) stray.delete(id);
  }
  if (stray.size > 0) throw Fault.field('withdraw', say('seasonWithdrawsItsOwn'));
  return { batches: await withdrawBatches(manager, database, ids, 'withdraw'), plans };
}

/** Gives the seeds of batches that have not begun back to their lots; the batches, which it answers with, are gone, and their codes are not given again. */
async function withdrawBatches(
  manager: EntityManager,
  database: Database.Database,
  ids: readonly string[],
  field: string,
): Promise<Replaced['batches']> {
  const batches = await Promise.all(ids.map((id) => requireBatch(manager, id)));
  const planned = batches.filter((batch) => !isWithdrawn(stateOf(batch)));
  const begun = planned.filter(({ events }) => events.length > 0);
  if (begun.length > 0) throw Fault.field(field, say('seasonBatchesHaveEntries', { codes: begun.map(({ code }) => code).join(', ') }));
  for (const { id, code, lotId } of planned) {
    await manager.delete(BatchRow, { id });
    await manager.insert(WithdrawalRow, { code });
    noteDrawer(database, lotId);
  }
  return planned.map(({ events: _none, ...made }) => made);
}

/** Every season in the order in which they were accepted. */
const storedPlans = async (manager: EntityManager): Promise<Stored[]> => (await manager.find(SeasonPlanRow)).map(storedOf);

async function requirePlan(manager: EntityManager, id: string): Promise<Stored> {
  const found = await manager.findOneBy(SeasonPlanRow, { id });
  if (!found) throw Fault.notFound(say('noSuchSeason'));
  return storedOf(found);
}

/** What was replaced is kept beside the plan, and is nobody's business but the undo's. */
function storedOf(found: { body: string }): Stored {
  const { replaced, ...plan } = bodyOf<SeasonPlan & { replaced?: Replaced }>(found);
  return { plan, ...(replaced && { replaced }) };
}

const row = ({ plan, replaced }: Stored) => ({ id: plan.id, body: JSON.stringify({ ...plan, ...(replaced && { replaced }) }) });

async function change(manager: EntityManager, stored: Stored): Promise<void> {
  await manager.update(SeasonPlanRow, { id: stored.plan.id }, row(stored));
}
