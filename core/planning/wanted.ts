import type { PlainDate, PromiseId } from '@chill/model/primitives.ts';
import { type PlantPromise, type PromisesInHand, servedFirst } from '@chill/model/promise.ts';
import type { SeasonPlan } from '@chill/model/seasonPlan.ts';
import { afterOthers, weighPromises } from '../nursery/promises.ts';
import type { BatchView } from '../nursery/reader.ts';
import { AS_PLANNED, compared } from './compare.ts';

/** A promise that needs plants which no batch has yet, and how many. */
export interface Wanted {
  promise: PlantPromise;
  plants: number;
}

/**
 * What still has to be started for the promises of every species: of what is promised up to a day, so much as its batches do not surely give by it, and less
 * what has to be started for the promises before. Batches that were planned for a promise in an accepted season are kept for it, late ones too: they count
 * as what they were planned to give, and for less once they have fallen behind that. What comes first stands first, then what is due first.
 */
export function wantedOf(inHand: PromisesInHand, batches: readonly BatchView[], plans: readonly SeasonPlan[] = []): Wanted[] {
  const { covers, kept } = keptFor(plans, batches);
  const open = new Map(
    weighPromises(inHand, batches).flatMap(({ promises }) => promises.map((one) => [one.promise.id, one.open] as const)),
  );
  const others = batches.filter(({ batch }) => !kept.has(batch.id));
  const wanted = weighPromises(inHand, others).flatMap(({ promises, supply }) => {
    const surelyBy = (day: PlainDate) => supply.findLast(({ on }) => on <= day)?.low ?? 0;
    // What is started for a promise is not taken from what is ready by its day.
    const served: { on: PlainDate; open: number }[] = [];
    return promises
      .toSorted((a, b) => servedFirst(a.promise, b.promise))
      .flatMap(({ promise }): Wanted[] => {
        const missing = Math.max(0, (open.get(promise.id) ?? 0) - (covers.get(promise.id) ?? 0));
        const short = (taken: number, day: PlainDate) => ({ shortBy: { low: 0, high: Math.max(0, taken + missing - surelyBy(day)) } });
        const plants = Math.min(missing, afterOthers(served, promise.on, short).shortBy.high);
        served.push({ on: promise.on, open: missing - plants });
        return plants > 0 ? [{ promise, plants }] : [];
      });
  });
  return wanted.sort((a, b) => servedFirst(a.promise, b.promise));
}

/** What accepted seasons still do for each promise, and the batches that are kept for them. */
function keptFor(plans: readonly SeasonPlan[], batches: readonly BatchView[]): { covers: Map<PromiseId, number>; kept: Set<string> } {
  const covers = new Map<PromiseId, number>();
  const kept = new Set<string>();
  for (const plan of plans)
    for (const { planned, batches: own, share } of plan.undone ? [] : compared(plan, batches)) {
      for (const { batch } of own) kept.add(batch.id);
      // What a plan was short of from the beginning it is still short of.
      const meant = planned.expects ? Math.min(planned.plants, (planned.expects.low + planned.expects.high) / 2) : planned.plants;
      const gives = share >= AS_PLANNED ? meant : meant * share;
      covers.set(planned.promiseId, (covers.get(planned.promiseId) ?? 0) + Math.floor(gives));
    }
  return { covers, kept };
}
