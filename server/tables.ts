import { describeEvent } from '@chill/core/schedule/record.ts';
import { STAGE_NAMES } from '@chill/core/schedule/words.ts';
import Papa from 'papaparse';
import { Fault } from './fault.ts';
import type { ReadNow } from './reading.ts';
import type { Store } from './store/store.ts';

/** Tables that can be had as CSV. */
export const TABLES = ['lots', 'batches', 'events', 'tasks', 'cold', 'places', 'readings'] as const;
export type Table = (typeof TABLES)[number];

type Row = Record<string, string | number | boolean | null | undefined>;

/** A table as CSV (RFC 4180), in SI, days as YYYY-MM-DD, moments in UTC. `readings` wants the id of a place. */
export async function tableCsv(table: Table, now: ReadNow, store: Store, placeId?: string): Promise<string> {
  if (table === 'readings') {
    if (!now.places.some(({ id }) => id === placeId)) throw Fault.field('place', 'Say of which place: give its id.');
    const { at_ms, celsius } = await store.readings(placeId as string);
    return csv(Array.from(at_ms, (at, i) => ({ at: new Date(at).toISOString(), celsius: celsius[i] as number })));
  }
  return csv(rowsOf(table, now));
}

function rowsOf(table: Exclude<Table, 'readings'>, { lots, batches, places, today }: ReadNow): Row[] {
  const place = (id: string | undefined) => places.find((one) => one.id === id)?.name;
  switch (table) {
    case 'lots':
      return lots.map(({ code, speciesId, seeds, unassigned, provenance, note }) => ({
        code,
        species: speciesId,
        seeds,
        unassigned,
        origin: provenance.kind,
        from: provenance.kind === 'bought' ? provenance.supplier : provenance.place,
        on: provenance.on,
        note,
      }));
    case 'batches':
      return batches.map(({ batch, species, lot, projection: { state, stages, setOut } }) => ({
        code: batch.code,
        species: species.scientific,
        lot: lot.code,
        way: batch.plan.way.name,
        seeds: batch.plan.seeds,
        made: batch.madeOn,
        stage: state.closedOn ? 'closed' : STAGE_NAMES[stages[Math.min(state.stage, stages.length - 1)]?.kind ?? 'pot'],
        place: place(state.stages[state.stage]?.placeId),
        ...state.counts,
        setOut,
        closed: state.closedOn,
      }));
    case 'events':
      return batches.flatMap(({ batch, projection: { state } }) =>
        batch.events.map((event) => ({
          code: batch.code,
          version: event.version,
          on: event.on,
          at: event.at,
          kind: event.kind,
          told: describeEvent(event, batch, state.timers),
          inForce: state.inForce.has(event.id),
          recordedAt: event.recordedAt,
        })),
      );
    case 'tasks':
      return batches.flatMap(({ batch, species, tasks }) =>
        tasks.map(({ kind, title, hint, due, overdue_days, placeId, lateness, pressing, minutes }) => ({
          code: batch.code,
          species: species.scientific,
          kind,
          title,
          hint,
          due,
          overdue_days: Math.max(0, overdue_days),
          place: place(placeId),
          lateness,
          pressing,
          minutes,
        })),
      );
    case 'cold':
      return batches.flatMap(({ batch, species, projection: { treatment } }) =>
        treatment
          ? [
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
                freed: round(treatment.freedNow),
                dueOut: treatment.dueOut,
                shifted_days: treatment.shifted_days,
                windowFrom: treatment.window.from,
                windowTo: treatment.window.to,
                firstRoot: treatment.firstRoot,
              },
            ]
          : [],
      );
    case 'places':
      return places.map(({ name, kind, nominal_C, capacity, room, within, usedBy }) => ({
        name,
        kind,
        nominal_C,
        capacity,
        room: room ?? 'bags',
        within,
        usedBy,
      }));
  }
}

/**
 * What a spreadsheet might take for a formula: a sign for one at the front, or behind blanks and characters that it drops; a tab or a line end moves to
 * another cell first. Lines further down count for nothing: the cell is one.
 */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for.
const FORMULA = /^(?:[\t\r\n]|[\s\u0000-\u001f\u007f\u2028\u2029\u200b\ufeff]*[=+\-@＝＋－＠])/u;

/** Rows as CSV that no spreadsheet runs: what looks like a formula is marked as text. */
export function csv(rows: readonly Row[]): string {
  return `${Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;
}

function round(value: number): number {
  return Math.round(value * 100) / 100;
}
