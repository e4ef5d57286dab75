import { acceptLot } from '@chill/core/lot/acceptLot.ts';
import type { Batch, NewBatch, Split } from '@chill/model/batch.ts';
import type { Lot, LotAppend, LotInHand, NewLotEvent } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId, PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { Refusal } from '@chill/model/refusal.ts';
import type { Species } from '@chill/model/species.ts';
import type { ReadingSource, TypedReading } from '@chill/model/temperature.ts';
import { mutate } from 'swr';
import { ask } from '../browser/api.ts';
import { saveTogether } from '../browser/together.ts';
import type { LotView } from './nursery.ts';
import { settled } from './outbox.ts';

/** Asks the server again for the lots and for what is learned of them. */
const lotsChanged = () => {
  // What it teaches is learned meanwhile: nobody waits for that.
  void mutate('/api/learned');
  return mutate('/api/lots');
};

/** Adds a lot and shows it among the others. */
export async function addLot(lot: Lot): Promise<LotInHand> {
  const saved = await ask<LotInHand>('/api/lots', { method: 'POST', body: lot });
  await lotsChanged();
  return saved;
}

/** Changes a lot as it was at `version`. */
export async function changeLot(lot: Lot, version: number): Promise<LotInHand> {
  const saved = await ask<LotInHand>(`/api/lots/${lot.id}`, { method: 'PUT', body: { lot, version } });
  await lotsChanged();
  return saved;
}

/** Makes a batch; the answer holds its bag code. */
export async function makeBatch(batch: NewBatch): Promise<Batch> {
  const saved = await ask<Batch>('/api/batches', { method: 'POST', body: batch });
  await Promise.all([mutate('/api/batches'), lotsChanged()]);
  return saved;
}

/** Splits a batch; the answer is the part that goes its own way, or why it cannot be split yet. */
export async function splitBatch(batchId: BatchId, split: Split): Promise<Batch | Refusal> {
  const unsettled = await settled(batchId);
  if (unsettled) return unsettled;
  const [, part] = await ask<[Batch, Batch]>(`/api/batches/${batchId}/splits`, { method: 'POST', body: split });
  await Promise.all([mutate('/api/batches'), lotsChanged()]);
  return part;
}

/** Makes the batches of a trial, all or none. */
export async function makeTrial(batches: NewBatch[]): Promise<Batch[]> {
  const saved = await ask<Batch[]>('/api/trials', { method: 'POST', body: { batches } });
  await Promise.all([mutate('/api/batches'), lotsChanged()]);
  return saved;
}

/** Records one thing on a lot's ledger; what would be refused is refused here, with its reason, before it leaves. */
export async function recordOnLot(lot: LotView, event: NewLotEvent, today: PlainDate): Promise<Refusal | undefined> {
  const verdict = acceptLot(lot, event, today);
  if (!verdict.ok) return verdict;
  const append: LotAppend = { decidedOn: lot.events.length, event };
  await ask<LotInHand>(`/api/lots/${lot.id}/events`, { method: 'POST', body: append });
  await lotsChanged();
  return undefined;
}

/** Adds or changes a species of the nursery's own. */
export async function saveSpecies(species: Species): Promise<Species> {
  const saved = await ask<Species>(`/api/handbook/${species.id}`, { method: 'PUT', body: species });
  await mutate('/api/handbook');
  return saved;
}

/** Takes a species of the nursery's own out of the handbook. */
export async function removeSpecies(id: string): Promise<void> {
  await ask(`/api/handbook/${id}`, { method: 'DELETE' });
  await mutate('/api/handbook');
}

/** Saves the nursery as it was changed from `base`; what others changed in other parts of it stays. */
export async function saveNursery(nursery: Nursery, base?: Nursery): Promise<void> {
  await saveTogether(nursery, base, (body) => ask('/api/nursery', { method: 'PUT', body })).finally(() => mutate('/api/nursery'));
  await Promise.all([mutate('/api/places'), mutate('/api/clock')]);
  // What is learned follows the figures that are the nursery's own; whoever saves does not wait for it.
  void mutate('/api/learned');
  await mutate('/api/nursery');
}

/** Saves a place as it was changed from `base`; what others changed in other parts of it stays. */
export async function savePlace(place: Place, base?: Place): Promise<void> {
  await saveTogether(place, base, (body) => ask(`/api/places/${place.id}`, { method: 'PUT', body })).finally(() => mutate('/api/places'));
  await Promise.all([mutate('/api/places'), mutate('/api/temperatures'), mutate(importsAt(place.id))]);
}

/** Where a place's imports are asked for. */
export const importsAt = (placeId: PlaceId) => `/api/places/${placeId}/imports`;

/** Where packed readings are sent to be taken in at a place as one import. */
export function readingsAddress(placeId: PlaceId, importId: string, source: ReadingSource, name: string): string {
  return `/api/places/${placeId}/readings?${new URLSearchParams({ import: importId, source, name: name.slice(-120) })}`;
}

/** Takes in one reading as typed. */
export async function typeReading(placeId: PlaceId, reading: TypedReading): Promise<void> {
  await ask(`/api/places/${placeId}/reading`, { method: 'POST', body: reading });
  await readingsChanged(placeId);
}

/** Takes an import's readings out, or puts them back. */
export async function undoImport(placeId: PlaceId, importId: string, undone: boolean): Promise<void> {
  await ask(`/api/imports/${importId}`, { method: 'PUT', body: { undone } });
  await readingsChanged(placeId);
}

/** Everything that follows from a place's readings is asked for again. */
export async function readingsChanged(placeId: PlaceId): Promise<void> {
  const ofPlace = (key: unknown) => typeof key === 'string' && key.startsWith(`/api/places/${placeId}/`);
  await Promise.all([mutate('/api/temperatures'), mutate('/api/places'), mutate(ofPlace)]);
}
