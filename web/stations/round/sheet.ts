import { addDays, later } from '@chill/core/calendar/dates.ts';
import type { CheckKind } from '@chill/core/kinds/stages/kind.ts';
import { dueBy, type Task, taskKey } from '@chill/core/tasks/task.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/sheet.ts';
import type { Sentence } from '@chill/words/subject.ts';
import type { BatchView, NurseryView } from '../../data/nursery.ts';

/** One line of the paper: a batch, and what there is to do for it. */
export interface SheetLine {
  key: string;
  view: BatchView;
  task: Task;
}

/** One place on the walk of one day, with its lines; what is late is walked past today. */
export interface SheetStop {
  on: PlainDate;
  place: Place | undefined;
  lines: SheetLine[];
}

/** What is due up to so many days from today, as a sheet to walk with: day by day, places in walking order, bags by their codes. */
export function sheetOf({ batches, places, today }: Pick<NurseryView, 'batches' | 'places' | 'today'>, ahead_days: number): SheetStop[] {
  const until = addDays(today, ahead_days);
  const stops = new Map<string, SheetStop>();
  for (const view of batches) {
    for (const task of dueBy(view, until)) {
      const place = places.find(({ id }) => id === task.placeId);
      const on = later(task.due, today);
      const key = `${on} ${place?.id ?? ''}`;
      const stop = stops.get(key) ?? { on, place, lines: [] };
      stop.lines.push({ key: `${view.batch.id} ${taskKey(task)}`, view, task });
      stops.set(key, stop);
    }
  }
  for (const stop of stops.values()) stop.lines.sort((a, b) => a.view.batch.code.localeCompare(b.view.batch.code));
  return [...stops.values()].sort((a, b) => a.on.localeCompare(b.on) || (a.place?.order ?? 1e4) - (b.place?.order ?? 1e4));
}

/**
 * What there is to write in a line: of seed kept damp, how damp, mould and roots; of dry seed mould alone; of sprouting seed mould and roots; of pots what
 * was lost; of anything else that is done, a tick.
 */
export type LineKind = CheckKind | 'tick';

/** What a line of the sheet asks. */
export function kindOfRow({ task }: Pick<SheetLine, 'task'>): LineKind {
  return task.check ?? 'tick';
}

/** What was written in one line of a filled sheet. */
export interface Written {
  damp: string;
  mould: string;
  roots: string;
  done: boolean;
}

/** A line that nobody has written in yet. */
export const BLANK: Written = { damp: '', mould: '', roots: '', done: false };

/** What a line of a filled sheet says: a check with its figures, an action done, nothing, or what is wrong with it. */
export type LineSays =
  | { says: 'nothing' }
  | {
      says: 'check';
      damp: 'dry' | 'right' | 'wet' | undefined;
      mould: 'none' | 'few' | 'spreading';
      mouldy: number;
      up: number;
      lost: number;
    }
  | { says: 'done' }
  | { says: 'wrong'; reason: Sentence };

const DAMP = { d: 'dry', '-': 'dry', o: 'right', ok: 'right', x: 'right', r: 'right', w: 'wet', '+': 'wet' } as const;

/** Reads a line: damp as d, ok or w; mould as a number, with s where it spreads, and of pots the seedlings lost; roots as a number. Empty is not looked at. */
export function readLine({ damp, mould, roots, done }: Written, kind: LineKind): LineSays {
  if (kind === 'tick') return done ? { says: 'done' } : { says: 'nothing' };
  const [dampTyped, mouldTyped, rootsTyped] = [damp, mould, roots].map((text) => text.trim().toLowerCase()) as [string, string, string];
  if (dampTyped === '' && mouldTyped === '' && rootsTyped === '') return { says: 'nothing' };
  const how = dampTyped === '' ? undefined : DAMP[dampTyped as keyof typeof DAMP];
  if (dampTyped !== '' && !how) return { says: 'wrong', reason: say.of('dampUnread', { damp }) };
  const mouldy = /^(\d{0,5})\s*(s?)$/.exec(mouldTyped);
  if (!mouldy) return { says: 'wrong', reason: say.of('mouldNotNumber', { mould }) };
  const up = /^\d{0,5}$/.test(rootsTyped) ? Number(rootsTyped || 0) : undefined;
  if (up === undefined) return { says: 'wrong', reason: say.of('rootsNotNumber', { roots }) };
  const count = Number(mouldy[1] || 0);
  if (kind === 'pots') return { says: 'check', damp: undefined, mould: 'none', mouldy: 0, up, lost: count };
  return { lost: 0, says: 'check', damp: how, mould: mouldy[2] ? 'spreading' : count > 0 ? 'few' : 'none', mouldy: count, up };
}
