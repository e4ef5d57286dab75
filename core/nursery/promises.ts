import type { PlainDate, PromiseId } from '@chill/model/primitives.ts';
import { type PlantPromise, type PromisesInHand, servedFirst } from '@chill/model/promise.ts';
import { pooled, rangeOf } from '../chance/prospect.ts';
import type { Coming } from '../follow/coming.ts';
import { delivered } from '../ledger/delivered.ts';
import { type Enough, enoughFor } from '../pots/enough.ts';
import type { BatchView } from './reader.ts';

/** A range of plants, 9 times in 10. */
interface Range {
  low: number;
  high: number;
}

/** How one promise stands: what was handed over, what is still open of it, and whether what is to come by its day covers that after those due before it. */
export interface PromiseStanding extends Enough {
  promise: PlantPromise;
  delivered: number;
  open: number;
  /** Plants that are ready by its day. */
  ready: Range;
}

/** The promises of one species together, against its batches together. */
export interface SpeciesStanding {
  speciesId: string;
  promises: PromiseStanding[];
  /** Its batches that have plants to come, and how many those will be. */
  batches: BatchView[];
  expected: Range;
  /** The same as it grows: by each day on which a batch is ready. */
  supply: (Range & { on: PlainDate })[];
  /** Plants left over when every promise is kept; the low end is 0 where one is short. */
  spare: Range;
}

/** What one batch has to come, and when. */
interface ToCome extends Coming {
  ready: PlainDate;
}

/** What a batch has to come: those that are in pots while the rest is somewhere else are ready before it. */
function toComeOf({ batch, projection }: BatchView): ToCome[] {
  const { promised, state, plantOut, early } = projection;
  if (!promised || batch.purpose === 'test') return [];
  // What is planted out already is not to be had any more.
  const { plantedOut } = state.counts;
  const left = (coming: Coming): Coming => ({
    ...coming,
    low: coming.low - plantedOut,
    high: coming.high - plantedOut,
    sure: coming.sure - plantedOut,
  });
  if (!early) return [{ ...left(promised.now), ready: plantOut }];
  return [
    { ...left(promised.up), ready: early.out },
    { ...promised.rest, ready: plantOut },
  ];
}

/**
 * Several batches of one species together, 9 times in 10. What is not known of the species is the same for all of them and adds up; the luck of single
 * seeds is each one's own and evens out.
 */
export function together(batches: readonly Coming[]): Range {
  const [one] = batches;
  if (batches.length === 1 && one) return { low: one.low, high: one.high };
  const [sure, may] = [sumOf(batches, 'sure'), sumOf(batches, 'may')];
  const { low, high } = rangeOf(may, pooled(batches.map(({ may: count, prospect }) => ({ count, prospect }))));
  return { low: low + sure, high: high + sure };
}
const sumOf = (batches: readonly Coming[], of: 'sure' | 'may') => batches.reduce((sum, batch) => sum + batch[of], 0);

/**
 * Every species that plants are promised of, with its batches against them. A promise is kept from what is ready by its day, after those that come before
 * it: what comes first, then what is due first; so one that is kept if there is room takes nothing from another, however early it is due. Promises that are
 * closed are left out; the rest stand by their days.
 */
export function weighPromises(inHand: PromisesInHand, batches: readonly BatchView[]): SpeciesStanding[] {
  const { promises } = inHand;
  const given = handedOver(inHand, batches);
  const species = [...new Set(promises.filter(({ closed }) => !closed).map(({ speciesId }) => speciesId))];
  return species.map((speciesId) => {
    const own = batches.flatMap((view) => (view.species.id === speciesId ? toComeOf(view).map((one) => ({ view, ...one })) : []));
    const readyBy = (on: PlainDate) => together(own.filter(({ ready }) => ready <= on));
    const days = [...new Set(own.map(({ ready }) => ready))].sort();
    const served: { on: PlainDate; open: number }[] = [];
    const standing = promises
      .filter((one) => one.speciesId === speciesId && !one.closed)
      .toSorted(servedFirst)
      .map((promise): PromiseStanding => {
        const before = given.get(promise.id) ?? 0;
        const open = Math.max(0, promise.plants - before);
        const { stands, shortBy } = afterOthers(served, promise.on, (taken, on) => enoughFor(taken + open, readyBy(on)));
        served.push({ on: promise.on, open });
        const short = { low: Math.min(open, shortBy.low), high: Math.min(open, shortBy.high) };
        return { promise, delivered: before, open, ready: readyBy(promise.on), stands: open === 0 ? 'covered' : stands, shortBy: short };
      })
      .sort((a, b) => a.promise.on.localeCompare(b.promise.on));
    const asked = served.reduce((sum, { open }) => sum + open, 0);
    const expected = together(own);
    const spare = { low: Math.max(0, expected.low - asked), high: Math.max(0, expected.high - asked) };
    const supply = days.map((on) => ({ on, ...readyBy(on) }));
    return { speciesId, promises: standing, batches: [...new Set(own.map(({ view }) => view))], expected, supply, spare };
  });
}

/**
 * The worst that a promise of a day meets after those that were served before it: by its own day, and by each later day on which one of them is due, since
 * plants that it takes early are not there then. `asked` judges so many plants taken by the others up to a day.
 */
export function afterOthers<T extends Pick<Enough, 'shortBy'>>(
  served: readonly { on: PlainDate; open: number }[],
  own: PlainDate,
  asked: (taken: number, on: PlainDate) => T,
): T {
  const at = (on: PlainDate) =>
    asked(
      served.reduce((sum, one) => sum + (one.on <= on ? one.open : 0), 0),
      on,
    );
  const later = served.filter(({ on }) => on > own).map(({ on }) => at(on));
  return later.reduce((worst, one) => (one.shortBy.high > worst.shortBy.high ? one : worst), at(own));
}

/** How many plants each promise was given so far; what the server has counted already is not counted again. */
export function handedOver({ since, given }: PromisesInHand, batches: readonly BatchView[]): Map<PromiseId, number> {
  const all = new Map(Object.entries(given));
  for (const { batch, projection } of batches) {
    const { closedOn } = projection.state;
    if (closedOn === undefined || closedOn >= since) for (const [id, count] of delivered(batch)) all.set(id, (all.get(id) ?? 0) + count);
  }
  return all;
}
