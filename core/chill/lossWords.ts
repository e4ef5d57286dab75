import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, shortDate, spell } from '../calendar/dates.ts';
import type { Loss, Unmeasured } from './account.ts';

/** "3 to 5 Feb", "3 Feb", "30 Jan to 2 Feb". */
export function stretch(from: PlainDate, to: PlainDate, today: PlainDate): string {
  if (from === to) return shortDate(from, today);
  const sameMonth = from.slice(0, 7) === to.slice(0, 7);
  return `${sameMonth ? Number(from.slice(8)) : shortDate(from, today)} to ${shortDate(to, today)}`;
}

/** Effective days as anyone says them: halves up to five, whole from there, tenths below a quarter. */
export function daysLost(days: number): string {
  const size = Math.abs(days);
  const shown = size >= 5 ? Math.round(size) : Math.round(size * 2) / 2 || Math.round(size * 10) / 10;
  return `${shown} day${shown === 1 ? '' : 's'}`;
}

/** What one loss was: "2.5 days lost to the warm spell of 3 to 5 Feb, 17 °C at its height". */
export function tellLoss({ why, from, to, days, peak_C }: Loss, today: PlainDate, showTemperature: (celsius: number) => string): string {
  const peak = peak_C !== undefined ? `, ${showTemperature(peak_C)} at its ${why === 'frozen' ? 'coldest' : 'warmest'}` : '';
  switch (why) {
    case 'warm':
      return `${daysLost(days)} lost to the warm spell of ${stretch(from, to, today)}${peak}`;
    case 'frozen':
      return `${daysLost(days)} lost to the frost of ${stretch(from, to, today)}${peak}`;
    case 'dry':
      return `${daysLost(days)} lost while it lay dry, ${stretch(from, to, today)}`;
    case 'place':
      return days > 0
        ? `${daysLost(days)} lost to a place that holds another temperature than planned`
        : `${daysLost(-days)} gained: the place holds the cold better than planned`;
  }
}

/** What a gap stands for: "12 to 14 Feb: 52 h not measured, taken at the place’s own figure as 2 days". */
export function tellGap({ from, to, hours, counted }: Unmeasured, today: PlainDate): string {
  const long = hours >= 96 ? `${Math.round(hours / 24)} days` : `${Math.round(hours)} h`;
  return `${stretch(from, to, today)}: ${long} not measured, taken at the place’s own figure as ${daysLost(counted)}`;
}

/** "7 days later than planned (5 Mar)", or nothing where it is due when it was planned. */
export function tellShift(dueOut: PlainDate, shifted_days: number, today: PlainDate): string | undefined {
  if (shifted_days === 0) return undefined;
  const planned = shortDate(addDays(dueOut, -shifted_days), today);
  return `${spell(Math.abs(shifted_days))} ${shifted_days > 0 ? 'later' : 'earlier'} than planned (${planned})`;
}
