import { setImmediate } from 'node:timers/promises';
import { handbookRows } from '@chill/core/cue/handbookTable.ts';
import { sourceOf } from '@chill/core/lot/source.ts';
import { sowingOf } from '@chill/core/methods/endings.ts';
import { containerOf } from '@chill/core/mix/containers.ts';
import { handedOver } from '@chill/core/nursery/promises.ts';
import type { BatchView } from '@chill/core/nursery/reader.ts';
import { describeEvent } from '@chill/core/tell/describe.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { type CsvRow, csv } from '@chill/core/units/csv.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import type { Table } from '@chill/model/table.ts';
import { say } from '@chill/words/server.ts';
import { spoken } from '@chill/words/subject.ts';
import { Fault } from '../door/fault.ts';
import { inHandSince, type NurseryViews, type ReadNow } from '../nursery/views.ts';
import type { Store } from '../store/store.ts';

/** Readings that are written before others are answered again. */
const READINGS_AT_ONCE = 20_000;

/** What the tables are made of. */
interface Sources {
  now: ReadNow;
  views: NurseryViews;
  store: Store;
  /** The place whose readings are asked for. */
  placeId: PlaceId | undefined;
}
/** Rows, some at a time: what is long is not made at once. */
type Pages = AsyncIterable<CsvRow[]> | Iterable<CsvRow[]>;

/** How each table is made. What holds the closed batches too is made some batches at a time. */
const ROWS: Record<Table, (sources: Sources) => Pages> = {
  lots: ({ now }) => [now.lots.map(lotRow)],
  batches: ({ now, views }) => ofEvery(views, (view) => [batchRow(view, now.places)]),
  events: ({ now, views }) => ofEvery(views, (view) => eventRows(view, now.places)),
  tasks: ({ now }) => [now.batches.flatMap((view) => taskRows(view, now.places))],
  cold: ({ now }) => [now.batches.flatMap((view) => coldRows(view, now.today))],
  places: ({ now }) => [now.places.map(placeRow)],
  promises: ({ now, store }) => promiseRows(now, store),
  handbook: ({ views }) => [handbookRows(views.handbook).map(({ gaps, ...row }) => ({ ...row, gaps: gaps.join(' ') }))],
  readings({ now, store, placeId }) {
    if (!now.places.some(({ id }) => id === placeId)) throw Fault.field('place', say('whichPlace'));
    return readingRows(store, placeId as string);
  },
};

/**
 * A table as CSV (RFC 4180), piece by piece, in SI, days as YYYY-MM-DD, moments in UTC. `readings` wants the id of a place.
 * @throws {Fault} where the place is not known, before the first piece.
 */
export function tableCsv(table: Table, sources: Sources): AsyncIterable<string> {
  return asCsv(ROWS[table](sources));
}

async function* asCsv(pages: Pages): AsyncGenerator<string> {
  let first = true;
  for await (const rows of pages) {
    if (rows.length === 0) continue;
    yield csv(rows, first);
    first = false;
  }
  if (first) yield '\r\n';
}

async function* readingRows(store: Store, placeId: PlaceId): AsyncGenerator<CsvRow[]> {
  const { at_ms, celsius } = await store.readings(placeId);
  for (let from = 0; from < at_ms.length; from += READINGS_AT_ONCE) {
    const moments = at_ms.subarray(from, from + READINGS_AT_ONCE);
    yield Array.from(moments, (at, i) => ({ at: new Date(at).toISOString(), celsius: celsius[from + i] as number }));
    await setImmediate();
  }
}

async function* ofEvery(views: NurseryViews, rows: (view: BatchView) => CsvRow[]): AsyncGenerator<CsvRow[]> {
  for await (const page of views.everyBatch()) yield page.flatMap(rows);
}

function lotRow({ code, speciesId, variety, seeds, unassigned, provenance, note }: LotInHand): CsvRow {
  return {
    code,
    species: speciesId,
    variety,
    seeds,
    unassigned,
    origin: provenance.kind,
    from: sourceOf(provenance),
    on: provenance.on,
    note,
  };
}

function batchRow({ batch, species, lot, projection: { state, stages, plantOut } }: BatchView, places: readonly Place[]): CsvRow {
  const sowing = sowingOf(batch.plan.method);
  return {
    code: batch.code,
    species: species.scientific,
    variety: lot.variety,
    lot: lot.code,
    method: batch.plan.method.name,
    sownInto: sowing && containerOf(sowing).name,
    toEach: sowing?.each,
    cover_mm: sowing?.cover_mm,
    seeds: batch.plan.seeds,
    made: batch.madeOn,
    stage: state.closedOn ? 'closed' : stageName(stages[Math.min(state.stage, stages.length - 1)]?.kind ?? 'pot'),
    place: nameOf(state.stages[state.stage]?.placeId, places),
    ...state.counts,
    plantOut,
    closed: state.closedOn,
  };
}

function eventRows({ batch, projection: { state } }: BatchView, places: readonly Place[]): CsvRow[] {
  return batch.events.map((event) => ({
    code: batch.code,
    version: event.version,
    on: event.on,
    at: event.at,
    kind: event.kind,
    told: describeEvent(event, batch, { timers: state.timers, places }),
    inForce: state.inForce.has(event.id),
    by: event.by,
    corrects: batch.events.find(({ id }) => id === event.corrects)?.version,
    recordedAt: event.recordedAt,
  }));
}

/** A place's name, while it is there. */
export function nameOf(placeId: PlaceId | undefined, places: readonly Place[]): string | undefined {
  return places.find(({ id }) => id === placeId)?.name;
}

function taskRows({ batch, species, tasks }: BatchView, places: readonly Place[]): CsvRow[] {
  return tasks.map(({ kind, title, hint, due, overdue_days, placeId, lateness, pressing, minutes }) => ({
    code: batch.code,
    species: species.scientific,
    kind,
    title: spoken(title),
    hint: spoken(hint),
    due,
    overdue_days: Math.max(0, overdue_days),
    place: nameOf(placeId, places),
    lateness: lateness && spoken(lateness),
    pressing,
    minutes,
  }));
}

/** The cold that a batch has received; none where it has waited in none. */
function coldRows({ batch, species, projection: { treatment } }: BatchView, today: string): CsvRow[] {
  if (!treatment) return [];
  return [
    {
      code: batch.code,
      species: species.scientific,
      since: treatment.since,
      until: today,
      days: treatment.days,
      earned: round(treatment.earned),
      wanted: round(treatment.wanted),
      measured_days: round(treatment.measured.reduce((sum, share) => sum + share, 0)),
      lost_days: round(treatment.losses.reduce((sum, { days }) => sum + Math.max(0, days), 0)),
      ready: round(treatment.releasedNow),
      takeOutOn: treatment.takeOutOn,
      shifted_days: treatment.shifted_days,
      windowFrom: treatment.window.from,
      windowTo: treatment.window.to,
      firstRoot: treatment.firstRoot,
    },
  ];
}

async function* promiseRows({ today, batches }: ReadNow, store: Store): AsyncGenerator<CsvRow[]> {
  const promises = await store.promises(inHandSince(today));
  const given = handedOver(promises, batches);
  yield promises.promises.map(({ id, speciesId, plants, on, whom, closed }) => ({
    species: speciesId,
    whom,
    plants,
    on,
    delivered: given.get(id) ?? 0,
    closed: closed?.on,
    how: closed?.how,
  }));
}

function placeRow({ name, kind, nominal_C, capacity, room, within, usedBy, shelf }: Place): CsvRow {
  return {
    ...{ name, kind, nominal_C, capacity, room: room ?? 'bags', within, usedBy },
    ...{ shelfWidth_mm: shelf?.width_mm, shelfDepth_mm: shelf?.depth_mm, shelfHeight_mm: shelf?.height_mm, shelves: shelf?.shelves },
  };
}

function round(value: number): number {
  return Math.round(value * 100) / 100;
}
