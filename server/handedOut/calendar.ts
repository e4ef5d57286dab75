import { addDays } from '@chill/core/calendar/dates.ts';
import type { BatchView } from '@chill/core/nursery/reader.ts';
import { taskKey } from '@chill/core/tasks/task.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { TIMINGS } from '@chill/core/treat/timers.ts';
import { readTurns } from '@chill/core/treat/turns.ts';
import { say } from '@chill/words/server.ts';
import { spoken } from '@chill/words/subject.ts';
import ical, { type ICalCalendar, ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import type { ReadNow } from '../nursery/views.ts';

/** What a calendar ends with. */
const END = 'END:VCALENDAR';
/** How long what has an hour stands in the calendar, minutes. */
const TURN_MINUTES = 10;
const TIMER_MINUTES = 15;

/**
 * Everything that is due or planned, as an iCalendar feed. Each action keeps its id for as long as it is the same action of the same stage, so that a calendar
 * that has subscribed moves it rather than adding another; its sequence rises with what is recorded on the batch. Days are days, in any time zone;
 * timers are moments. Written batch by batch, so that others are answered in between.
 */
export function* calendarOf({ nursery, batches, places, now_ms }: ReadNow, origin: string): Generator<void, string> {
  const frame = {
    // Names that were kept before they had to be of one line would begin a property of their own.
    name: say('chillNamed', { name: nursery.name.replace(/\s+/g, ' ') }),
    description: say('calendarDescription'),
    prodId: { company: 'Chill', product: 'Chill', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  };
  const empty = ical(frame).toString();
  const pieces: string[] = [];
  for (const view of batches) {
    if (view.projection.state.closedOn) continue;
    const calendar = ical(frame);
    fill(calendar, view, { places, now_ms, origin });
    pieces.push(calendar.toString().slice(empty.length - END.length, -END.length));
    yield;
  }
  return empty.slice(0, -END.length) + pieces.join('') + END;
}

/** Puts a batch's tasks, the stages to come and its running timers into a calendar. */
function fill(
  calendar: ICalCalendar,
  { batch, species, projection: { state, stages }, tasks }: BatchView,
  { places, now_ms, origin }: Pick<ReadNow, 'places' | 'now_ms'> & { origin: string },
): void {
  const place = (id: string | undefined) => places.find((one) => one.id === id)?.name;
  const name = `${batch.code} ${species.common[0] ?? species.scientific}`;
  const url = `${origin}/batch/${batch.code}`;
  const sequence = batch.events.length;
  const allDay = (id: string, day: string, summary: string, description: string, where: string | undefined) =>
    calendar.createEvent({
      id: `${batch.id}-${id}@chill`,
      sequence,
      stamp: new Date(now_ms),
      allDay: true,
      // Read by its UTC date, which no time zone can move.
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${addDays(day, 1)}T00:00:00Z`),
      summary,
      description,
      url,
      transparency: ICalEventTransparency.TRANSPARENT,
      ...(where && { location: where }),
    });
  const atHour = (id: string, at_ms: number, minutes: number, summary: string) =>
    calendar.createEvent({
      id: `${batch.id}-${id}@chill`,
      sequence,
      stamp: new Date(now_ms),
      start: new Date(at_ms),
      end: new Date(at_ms + minutes * 60_000),
      summary,
      url,
    });
  for (const task of tasks) {
    const why = [task.hint, task.lateness]
      .flatMap((sentence) => sentence ?? [])
      .map(spoken)
      .join('. ');
    const turn_ms = task.kind === 'turn' ? readTurns(state, now_ms).due_ms : undefined;
    if (turn_ms !== undefined) {
      atHour(`turn-${task.stage}`, turn_ms, TURN_MINUTES, `${name}: ${spoken(task.title)}`);
      continue;
    }
    allDay(taskKey(task), task.due, `${name}: ${spoken(task.title)}`, why, place(task.placeId));
  }
  for (const [index, stage] of stages.entries()) {
    // What comes next stands among the tasks already.
    if (stage.started || index <= state.stage + (state.underWay ? 1 : 0)) continue;
    allDay(`stage-${index}`, stage.start, `${name}: ${stageName(stage.kind)}`, say('planned'), place(stage.placeId));
  }
  for (const timer of state.timers.filter(({ ended }) => !ended)) {
    atHour(
      `timer-${timer.id}`,
      timer.started_ms + timer.seconds * 1000,
      TIMER_MINUTES,
      say('ends', { name, timer: TIMINGS[timer.step].name }),
    );
  }
}
