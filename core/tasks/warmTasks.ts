import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/schedule.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { addDays, daysBetween, later, nearDate, spell } from '../calendar/dates.ts';
import { nextCheck } from '../forecast/nextCheck.ts';
import type { SproutForecast } from '../forecast/project.ts';
import { STAGES } from '../kinds/stages.ts';
import { countIn } from '../ledger/states.ts';
import { lookAfter_days, sownBy } from '../sowing/sown.ts';
import { FAST_SPROUTER_DAYS } from '../treat/intervals.ts';
import { span } from '../units/span.ts';
import { placeOf, type Task, type TaskContext, task } from './task.ts';

/** Seed in the warmth: counts at each check, and the day when those that will have come. */
export function warmTasks(context: TaskContext): Task[] {
  const { projection, situation, batch } = context;
  const { state, sprouting } = projection;
  if (!sprouting) return [];
  const left = countIn(state.counts, ['waiting', 'swollen']);
  const sowing = sownBy(batch.plan.method.stages, context.index);
  const last = later(sprouting.since, state.checks.at(-1)?.on ?? sprouting.since);
  const regular = addDays(last, countEvery(context, sprouting, last));
  // Whoever waits on is not asked to stop before the day that was chosen.
  const waits = state.waitUntil !== undefined && left > 0 ? state.waitUntil : undefined;
  const due = state.checkOn !== undefined && state.checkOn > last ? state.checkOn : regular;
  const { high } = sprouting.expectNew;
  const expect = expectWords(sprouting, situation.today);
  const late = daysBetween(due, situation.today);
  const finishDue = left === 0 ? last : later(sprouting.allButDone, waits ?? sprouting.allButDone);
  const finish = task(context, {
    kind: 'finish',
    due: finishDue,
    placeId: placeOf(context),
    title: batch.purpose === 'test' ? say.of('readTest') : left === 0 ? say.of('allHaveGerminated') : say.of('stopWaiting'),
    hint:
      left === 0
        ? say.of(sowing ? 'sowingFinished' : 'towelFinished')
        : sprouting.more.high === 0
          ? say.of('noneMoreLikely', { left })
          : say.of('moreAreLikely', {
              left,
              range: span(sprouting.more),
              allButDone: nearDate.of(sprouting.allButDone, situation.today),
            }),
  });
  if (left === 0) return [finish];
  const check = task(context, {
    kind: 'check',
    due,
    placeId: placeOf(context),
    check: 'sprouts',
    title: say.of('count'),
    hint: sowing
      ? say.of('daySown', { day: sprouting.day, expect })
      : say.of('dayLiftMm', { day: sprouting.day, expect, liftAt: situation.species.liftAt_mm }),
    ...(late > 0 && {
      lateness: sowing
        ? say.of('lateSurfaceDries', { late: spell.of(late) })
        : high > 0
          ? say.of('lateRootsInPaper', { late: spell.of(late) })
          : say.of('lateLittleMiss', { late: spell.of(late) }),
      pressing: (sowing || high > 0) && late > 1,
    }),
  });
  return STAGES[context.stage.kind].check === 'sprouts' && finish.due <= situation.today ? [finish, check] : [check, finish];
}

/**
 * Days from one look at a towel to the next: as its roots grow. The round is walked by the day; where a towel wants looking at by the hour, its station
 * says so. A test is not lifted from: it is looked at by how fast its species goes.
 */
function countEvery({ batch, situation, index, stage }: TaskContext, sprouting: SproutForecast, last: PlainDate): number {
  const sowing = sownBy(batch.plan.method.stages, index);
  if (sowing) return lookAfter_days(sowing, stage.temperature_C);
  if (batch.purpose === 'test') return sprouting.halfway_days <= FAST_SPROUTER_DAYS ? 1 : 2;
  return Math.max(1, Math.floor(nextCheck(sprouting, situation.species, last).hours / 24));
}

/** What a check of the warmth may find: so many new; none before a day; perhaps none yet; or hardly any more at all. */
export function expectationOf(
  { expectNew: { high }, nextOn, more }: SproutForecast,
  today: PlainDate,
): 'some' | 'later' | 'perhaps' | 'hardlyAny' {
  if (high > 0) return 'some';
  if (nextOn && nextOn > today) return 'later';
  return more.expected >= 1 ? 'perhaps' : 'hardlyAny';
}

export function expectWords(sprouting: SproutForecast, today: PlainDate): Sentence {
  const { low, high } = sprouting.expectNew;
  switch (expectationOf(sprouting, today)) {
    case 'some':
      return low === high ? say.of('expectNew', { low }) : say.of('expectNewRange', { low, high });
    case 'later':
      return say.of('noneExpectedBefore', { nextOn: nearDate.of(sprouting.nextOn as PlainDate, today) });
    case 'perhaps':
      return say.of('perhapsNoneYet');
    case 'hardlyAny':
      return say.of('hardlyAnyMoreExpected');
  }
}
