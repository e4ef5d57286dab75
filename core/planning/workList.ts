import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { BatchView } from '../schedule/reader.ts';
import { type DatedWork, expectedWorkOf } from '../season/work.ts';
import { mondayOf } from './season.ts';

/** Work on a batch, dealt to a day and a person; neither where nobody is named or nobody has time for it in its week. */
export interface DealtWork extends DatedWork {
  view: BatchView;
  day: PlainDate;
  person?: string;
}

/** The work of one week: what is dealt, day by day, and what nobody has time for. */
export interface WorkWeek {
  from: PlainDate;
  minutes: number;
  dealt: DealtWork[];
  left: DealtWork[];
}

/**
 * The work of so many weeks, dealt out: nobody over their minutes on any day, each thing on its day or the nearest day of its week on which somebody has time,
 * to whoever has most of it left. What has a day of its own (a beginning, planting out) is dealt before checks, which may wait.
 */
export function workList(
  batches: readonly BatchView[],
  { people = [] }: Pick<Nursery, 'people'>,
  today: PlainDate,
  weeks: number,
): WorkWeek[] {
  const monday = mondayOf(today);
  const all = batches.flatMap((view) => expectedWorkOf(view, today).map((work): DealtWork => ({ ...work, view, day: work.on })));
  return Array.from({ length: weeks }, (_, i): WorkWeek => {
    const from = addDays(monday, 7 * i);
    const own = all
      .filter(({ on }) => on >= from && on < addDays(from, 7))
      .sort((a, b) => Number(a.what === 'check') - Number(b.what === 'check') || a.on.localeCompare(b.on));
    const minutes = own.reduce((sum, work) => sum + work.minutes, 0);
    if (people.length === 0) return { from, minutes, dealt: own.sort(byDay), left: [] };
    const days = Array.from({ length: 7 }, (_, day) => addDays(from, day)).filter((day) => day >= today);
    const free = days.flatMap((day) =>
      people
        .filter(({ away }) => !away?.some((off) => off.from <= day && day <= off.to))
        .map(({ name, minutes: has }) => ({ day, name, left: has[daysBetween(from, day)] as number })),
    );
    const dealt: DealtWork[] = [];
    const left: DealtWork[] = [];
    for (const work of own) {
      const far = (day: PlainDate) => Math.abs(daysBetween(work.on, day));
      const [best] = free.filter((one) => one.left >= work.minutes).sort((a, b) => far(a.day) - far(b.day) || b.left - a.left);
      if (!best) {
        left.push(work);
        continue;
      }
      best.left -= work.minutes;
      dealt.push({ ...work, day: best.day, person: best.name });
    }
    return { from, minutes, dealt: dealt.sort(byDay), left };
  });
}

const byDay = (a: DealtWork, b: DealtWork) =>
  a.day.localeCompare(b.day) || (a.person ?? '').localeCompare(b.person ?? '') || a.view.batch.code.localeCompare(b.view.batch.code);
