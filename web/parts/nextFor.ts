import { addDays, nearDate } from '@chill/core/calendar/dates.ts';
import { nextCheck } from '@chill/core/forecast/nextCheck.ts';
import type { SproutForecast } from '@chill/core/forecast/project.ts';
import { say } from '@chill/words/warm.ts';
import { nowMs } from '../browser/now.ts';
import type { BatchView } from '../data/nursery.ts';

/** When a towel is to be counted next, for sorting and for saying. */
export interface NextFor {
  at_ms: number;
  /** "Count again tomorrow", "Count again in 8 hours", "Count now". */
  said: string;
  /** The same without its name, to stand in its own row. */
  short: string;
  /** What is lost by coming later, where that is much. */
  orElse?: string;
}

const HOUR_MS = 3_600_000;

/** When a batch that sprouts is to be counted next: by its roots, or on the day that somebody chose to wait for. */
export function nextFor({ batch, species, projection }: BatchView, today: string): NextFor {
  const { state } = projection;
  const sprouting = projection.sprouting as SproutForecast;
  const checks = state.checks.filter(({ on }) => on >= sprouting.since);
  const last = checks.at(-1);
  const on = last?.on ?? sprouting.since;
  const { hours, orElse } = nextCheck(sprouting, species, on);
  const told = last && batch.events.find(({ id }) => id === last.eventId);
  // A check of today without its moment was made when it was recorded.
  const from_ms = told ? Date.parse(told.at ?? told.recordedAt) : Date.parse(`${on}T08:00:00Z`);
  const waits = state.checkOn !== undefined && state.checkOn > on ? state.checkOn : undefined;
  const day = waits ?? addDays(on, Math.floor(hours / 24));
  const at_ms = hours < 24 && !waits ? from_ms + hours * HOUR_MS : Date.parse(`${day}T08:00:00Z`);
  const name = species.common[0] ?? species.scientific;
  if (day < today || (day === today && (hours >= 24 || waits || nowMs() >= at_ms)))
    return { at_ms, said: say('countNow', { name }), short: say('now') };
  const byHour = hours < 24 && !waits;
  const short = byHour ? say('inHours', { count: Math.max(1, Math.round((at_ms - nowMs()) / HOUR_MS)) }) : nearDate(day, today);
  const said = say('countNext', { name, when: short });
  if (!orElse || waits) return { at_ms, said, short };
  const later =
    orElse.hours < 24
      ? say('hoursLater', { count: orElse.hours - hours })
      : say('byDay', { day: nearDate(addDays(on, Math.floor(orElse.hours / 24)), today) });
  return {
    at_ms,
    said,
    short,
    orElse: say('rootsTooLong', { count: orElse.roots, later, times: Math.min(9, Math.max(1, Math.round(orElse.chance * 10))) }),
  };
}
