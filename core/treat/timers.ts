import type { TimedStep } from '@chill/model/event.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/treatment.ts';
import { lengthOf } from '../calendar/moments.ts';
import type { Timer } from '../ledger/batchState.ts';

const MINUTE_S = 60;
const HOUR_S = 3600;

/** What is usual for a step, how far it may be shortened or outrun, s, and what that means for the seed. */
interface StepTiming {
  name: string;
  usual_s: number;
  least_s: number;
  most_s: number;
  tooShort: string;
  tooLong: string;
  /** What is to be done now that it is over. */
  over: string;
}

/** The trade's usual times at the bench. Assumptions where a species says nothing else. */
export const TIMINGS: Record<TimedStep, StepTiming> = wordedRows(say, ['name', 'tooShort', 'tooLong', 'over'], {
  kettle: {
    name: 'kettle',
    usual_s: 5 * MINUTE_S,
    least_s: MINUTE_S,
    most_s: 10 * MINUTE_S,
    tooShort: 'mayNotBoilYet',
    tooLong: 'boilAgain',
    over: 'pourNow',
  },
  soak: {
    name: 'soak',
    usual_s: 14 * HOUR_S,
    least_s: 4 * HOUR_S,
    most_s: 24 * HOUR_S,
    tooShort: 'shortSoak',
    tooLong: 'seedDrowns',
    over: 'drainNow',
  },
  hotSoak: {
    name: 'cooling',
    usual_s: 12 * HOUR_S,
    least_s: HOUR_S,
    most_s: 24 * HOUR_S,
    tooShort: 'heatIsDone',
    tooLong: 'heatLongOver',
    over: 'drainNow',
  },
  bath: {
    name: 'bath',
    usual_s: 5 * MINUTE_S,
    least_s: 3 * MINUTE_S,
    most_s: 10 * MINUTE_S,
    tooShort: 'sporesMayBeLeft',
    tooLong: 'bathHarmsNow',
    over: 'rinseNow',
  },
  smoke: {
    name: 'smokeSoak',
    usual_s: 14 * HOUR_S,
    least_s: 8 * HOUR_S,
    most_s: 24 * HOUR_S,
    tooShort: 'someWithoutCue',
    tooLong: 'moreSmokeBringsNothing',
    over: 'drainNow',
  },
  sanding: {
    name: 'sanding',
    usual_s: MINUTE_S,
    least_s: 30,
    most_s: 2 * MINUTE_S,
    tooShort: 'lookScratched',
    tooLong: 'lookBeforeGoingOn',
    over: 'lookNow',
  },
  wait: {
    name: 'wait',
    usual_s: HOUR_S,
    least_s: 0,
    most_s: Number.POSITIVE_INFINITY,
    tooShort: '',
    tooLong: '',
    over: 'goOnNow',
  },
});

/** An ending within this part of a timer's length of its end, or this many seconds, is called on time. */
const ON_TIME_SHARE = 0.05;
const ON_TIME_S = 30;

/** Fresh water is due this often in a soak, s. Assumption: twice a day. */
export const FRESH_WATER_EVERY_S = 12 * HOUR_S;

/** Where a timer stands at a moment. */
export interface TimerReading {
  phase: 'running' | 'over' | 'ended';
  /** Seconds to its end, negative once past it; for an ended one, from when it was ended. */
  left_s: number;
  /** Part of its length that has gone by, 0 to 1. */
  share: number;
  ends_ms: number;
}

/**
 * Reads a timer at `now_ms`. It is the difference of two moments, so neither sleep, nor a closed tab, nor a change of the clock's zone can make
 * it drift; a moment before its start reads as its start.
 */
export function readTimer({ started_ms, seconds, ended, ended_ms }: Timer, now_ms: number): TimerReading {
  const ends_ms = started_ms + seconds * 1000;
  const at = Math.max(started_ms, ended ? (ended_ms ?? ends_ms) : now_ms);
  const left_s = (ends_ms - at) / 1000;
  return { phase: ended ? 'ended' : left_s > 0 ? 'running' : 'over', left_s, share: Math.min(1, 1 - left_s / seconds), ends_ms };
}

/** How a timer was, or would now be, ended: early, on time or late, and what that means for the seed. */
export interface Ending {
  how: 'early' | 'onTime' | 'late';
  /** Seconds away from its end. */
  by_s: number;
  /** What it means for the seed; absent where it means nothing. */
  means?: string;
}

/** Judges the ending of a timer, as it was or as it would be at `now_ms`. */
export function endingOf(timer: Timer, now_ms: number): Ending {
  const { left_s } = readTimer(timer, now_ms);
  const timing = TIMINGS[timer.step];
  const ran_s = timer.seconds - left_s;
  const near = Math.max(ON_TIME_S, timer.seconds * ON_TIME_SHARE);
  const by_s = Math.abs(left_s);
  const how = by_s <= near ? 'onTime' : left_s > 0 ? 'early' : 'late';
  // A timer set longer than usual moves its bounds with it.
  if (how === 'early' && ran_s < Math.min(timing.least_s, timer.seconds)) return { how, by_s, means: timing.tooShort };
  if (how === 'late' && ran_s > Math.max(timing.most_s, timer.seconds)) return { how, by_s, means: timing.tooLong };
  return { how, by_s };
}

/** An ending in words: "ended on time", "2 h 10 min late. Seed drowns …". */
export function describeEnding(timer: Timer, now_ms: number): string {
  const { how, by_s, means } = endingOf(timer, now_ms);
  const { most_s } = TIMINGS[timer.step];
  const still = how === 'late' && !means && Number.isFinite(most_s) ? ` ${say('noHarm', { most: lengthOf(most_s) })}` : '';
  return `${punctuality({ how, by_s })}${means || still ? '.' : ''}${means ? ` ${means}` : still}`;
}

/** "on time", "2 h 10 min late", "5 min early". */
export function punctuality({ how, by_s }: Pick<Ending, 'how' | 'by_s'>): string {
  if (how === 'onTime') return say('time');
  return how === 'late' ? say('late', { by: lengthOf(by_s) }) : say('early', { by: lengthOf(by_s) });
}

/**
 * When fresh water is next due in a soak, ms since 1970: twice a day from its start, or from the last change. `undefined` where the soak will be
 * over by then.
 */
export function freshWaterDue(timer: Timer, changes_ms: readonly number[]): number | undefined {
  if (timer.ended || timer.step !== 'soak') return undefined;
  const since = Math.max(timer.started_ms, ...changes_ms);
  const due = since + FRESH_WATER_EVERY_S * 1000;
  return due < timer.started_ms + timer.seconds * 1000 - HOUR_S * 1000 ? due : undefined;
}
