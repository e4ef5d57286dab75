import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/chill.ts';
import { addDays, dateRange, shortDate, spell } from '../calendar/dates.ts';
import type { Loss, Unmeasured } from './account.ts';

/** "3 to 5 Feb", "3 Feb", "30 Jan to 2 Feb". */
export function stretch(from: PlainDate, to: PlainDate, today: PlainDate): string {
  return from === to ? shortDate(from, today) : dateRange(from, to, today);
}

/** Effective days as anyone says them: halves up to five, whole from there, tenths below a quarter. */
export function daysLost(days: number): string {
  const size = Math.abs(days);
  const shown = size >= 5 ? Math.round(size) : Math.round(size * 2) / 2 || Math.round(size * 10) / 10;
  return say('days', { count: shown });
}

/** What one loss was: "2.5 days lost to the warm spell of 3 to 5 Feb, 17 °C at its height". */
export function describeLoss(
  { why, from, to, days, peak_C }: Loss,
  today: PlainDate,
  showTemperature: (celsius: number) => string,
): string {
  const facts = { daysLost: daysLost(days), stretch: stretch(from, to, today) };
  const peak = peak_C === undefined ? undefined : showTemperature(peak_C);
  switch (why) {
    case 'warm':
      return peak === undefined ? say('lostWarmSpell', facts) : say('lostWarmSpellPeak', { ...facts, peak });
    case 'frozen':
      return peak === undefined ? say('lostFrost', facts) : say('lostFrostPeak', { ...facts, peak });
    case 'dry':
      return say('lostWhileLayDry', facts);
    case 'place':
      return days > 0
        ? say('lostByOtherTemperature', { daysLost: daysLost(days) })
        : say('gainedByColderPlace', { daysLost: daysLost(-days) });
  }
}

/** What a gap stands for: "12 to 14 Feb: 52 h not measured, taken at the place’s own figure as 2 days". */
export function describeGap({ from, to, hours, counted }: Unmeasured, today: PlainDate): string {
  const long = hours >= 96 ? say('daysOfHours', { hours: Math.round(hours / 24) }) : `${Math.round(hours)} h`;
  return say('gapTakenAsNominal', { stretch: stretch(from, to, today), long, daysLost: daysLost(counted) });
}

/** "7 days later than planned (5 Mar)", or nothing where it is due when it was planned. */
export function describeShift(takeOutOn: PlainDate, shifted_days: number, today: PlainDate): string | undefined {
  if (shifted_days === 0) return undefined;
  const planned = shortDate(addDays(takeOutOn, -shifted_days), today);
  return say(shifted_days > 0 ? 'laterThanPlanned' : 'earlierThanPlanned', { days: spell(Math.abs(shifted_days)), planned });
}
