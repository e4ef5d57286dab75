import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays } from '../calendar/dates.ts';
import type { BatchView } from '../nursery/reader.ts';
import { type DatedWork, expectedWorkOf } from '../season/work.ts';
import { minutesOn, mondayOf } from './season.ts';

/** Work with the day on which it is done, and by whom; nobody where nobody is named. */
export type Dealt<T extends DatedWork> = T & { day: PlainDate; person?: string };

/** Work on a batch. */
export interface BatchWork extends DatedWork {
  view: BatchView;
}

/** The work of one week: what is dealt, day by day, and what nobody has time for. */
export interface WorkWeek {
  from: PlainDate;
  minutes: number;
  dealt: Dealt<BatchWork>[];
  left: BatchWork[];
}

/**
 * Work dealt to days and people: nobody over their minutes on any day, each thing on its day, or as near it as it may be moved to where somebody has time, to
 * whoever has most of it left. What may move least is dealt first. Nothing is dealt to a day before today; what nobody has time for on any of its days is left.
 */
export function dealWork<T extends DatedWork>(
  all: readonly T[],
  { people = [] }: Pick<Nursery, 'people'>,
  today: PlainDate,
): { dealt: Dealt<T>[]; left: T[] } {
  const dealt: Dealt<T>[] = [];
  const left: T[] = [];
  if (people.length === 0) return { dealt: all.map((work) => ({ ...work, day: work.on })), left };
  const free = new Map<PlainDate, { name: string; left: number }[]>();
  const freeOn = (day: PlainDate) => {
    const known = free.get(day) ?? people.map((person) => ({ name: person.name, left: minutesOn({ people: [person] }, day) ?? 0 }));
    free.set(day, known);
    return known;
  };
  const room = ({ sooner_days, later_days }: DatedWork) => sooner_days + later_days;
  for (const work of all.toSorted((a, b) => room(a) - room(b) || a.on.localeCompare(b.on))) {
    const { on, sooner_days, later_days, minutes } = work;
    const days = Array.from({ length: sooner_days + later_days + 1 }, (_, i) => i - sooner_days)
      .sort((a, b) => Math.abs(a) - Math.abs(b) || a - b)
      .map((by) => addDays(on, by))
      .filter((day) => day >= today);
    const day = days.find((one) => freeOn(one).some(({ left: has }) => has >= minutes));
    if (day === undefined) {
      left.push(work);
      continue;
    }
    const who = freeOn(day).reduce((most, one) => (one.left > most.left ? one : most));
    who.left -= minutes;
    dealt.push({ ...work, day, person: who.name });
  }
  return { dealt, left };
}

/** The work of so many weeks, dealt out ({@link dealWork}), week by week of the days that it is dealt to. */
export function workList(batches: readonly BatchView[], nursery: Pick<Nursery, 'people'>, today: PlainDate, weeks: number): WorkWeek[] {
  const monday = mondayOf(today);
  const until = addDays(monday, 7 * weeks);
  const all = batches.flatMap((view) => expectedWorkOf(view, today).map((work): BatchWork => ({ ...work, view })));
  const { dealt, left } = dealWork(
    all.filter(({ on, later_days }) => on < addDays(until, later_days)),
    nursery,
    today,
  );
  const sum = (of: readonly DatedWork[]) => of.reduce((minutes, one) => minutes + one.minutes, 0);
  return Array.from({ length: weeks }, (_, i): WorkWeek => {
    const from = addDays(monday, 7 * i);
    const within = (day: PlainDate) => day >= from && day < addDays(from, 7);
    const week = { dealt: dealt.filter(({ day }) => within(day)).sort(byDay), left: left.filter(({ on }) => within(on)) };
    return { from, minutes: sum([...week.dealt, ...week.left]), ...week };
  });
}

const byDay = (a: Dealt<BatchWork>, b: Dealt<BatchWork>) =>
  a.day.localeCompare(b.day) || (a.person ?? '').localeCompare(b.person ?? '') || a.view.batch.code.localeCompare(b.view.batch.code);
