import { addDays } from '@chill/core/calendar/dates.ts';

/** First days of the months between two day numbers, thinned to at most eight. */
export function monthStarts(from: number, to: number, most = 8): string[] {
  const starts: string[] = [];
  for (let day = from; day <= to; day++) {
    const date = addDays('1970-01-01', day);
    if (date.endsWith('-01')) starts.push(date);
  }
  const every = Math.ceil(starts.length / most);
  return starts.filter((_, i) => i % every === 0);
}
