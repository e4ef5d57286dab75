import { type Chance, normalDraw } from './draws.ts';

/** A month's mean daily minimum and maximum, and the spread of single days, °C. */
export interface Month {
  min_C: number;
  max_C: number;
  sd_C?: number | undefined;
}

/**
 * The hours of one stretch of weather in a flat outdoors, three centimetres down: daily minima and maxima about the months' means, with anomalies that
 * keep 0.65 of the day before's and go together at 0.7, a cosine in between, damped on its way down. `first` is the day of the year on which it begins.
 */
export function weatherFrom(months: readonly Month[], first: number, days: number, chance: Chance): (day: number, hour: number) => number {
  const min = dailyFrom(months.map(({ min_C }) => min_C));
  const max = dailyFrom(months.map(({ max_C }) => max_C));
  const damping = Math.exp(-30 / Math.sqrt(0.8 / ((2 * Math.PI) / 86_400)));
  const mean: number[] = [];
  const half: number[] = [];
  let [low, high] = [normalDraw(chance), 0];
  high = 0.7 * low + Math.sqrt(1 - 0.49) * normalDraw(chance);
  for (let day = 0; day < days; day++) {
    const fresh = normalDraw(chance);
    if (day > 0) {
      low = 0.65 * low + Math.sqrt(1 - 0.65 ** 2) * fresh;
      high = 0.65 * high + Math.sqrt(1 - 0.65 ** 2) * (0.7 * fresh + Math.sqrt(1 - 0.49) * normalDraw(chance));
    }
    const of = (first + day) % 365;
    const sd = months[monthOf(of)]?.sd_C ?? 3.8;
    const coldest = (min[of] as number) + sd * low;
    const warmest = Math.max((max[of] as number) + sd * high, coldest + 0.5);
    mean.push((coldest + warmest) / 2);
    half.push(((warmest - coldest) / 2) * damping);
  }
  return (day, hour) => (mean[day] ?? 0) + (half[day] ?? 0) * Math.cos((2 * Math.PI * (hour - 15)) / 24);
}

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function monthOf(day: number): number {
  let left = day;
  for (const [month, days] of MONTH_DAYS.entries()) {
    if (left < days) return month;
    left -= days;
  }
  return 11;
}

/** Daily means whose months' means are those given: straight between the middles of the months, corrected until they are. */
function dailyFrom(means: readonly number[]): number[] {
  const knots = [...means];
  const starts = MONTH_DAYS.map((_, i) => MONTH_DAYS.slice(0, i).reduce((sum, days) => sum + days, 0));
  const line = () =>
    Array.from({ length: 365 }, (_, day) => {
      const at = day + 0.5;
      let next = starts.findIndex((start, i) => start + (MONTH_DAYS[i] as number) / 2 > at);
      const wraps = next < 0;
      if (wraps) next = 0;
      const before = (next + 11) % 12;
      const middle = (i: number) => (starts[i] as number) + (MONTH_DAYS[i] as number) / 2;
      const from = middle(before) - (next === 0 && !wraps ? 365 : 0);
      const to = middle(next) + (wraps ? 365 : 0);
      return (knots[before] as number) + (((knots[next] as number) - (knots[before] as number)) * (at - from)) / (to - from);
    });
  let days = line();
  for (let round = 0; round < 30; round++) {
    for (let i = 0; i < 12; i++) {
      const mine = days.slice(starts[i] as number, (starts[i] as number) + (MONTH_DAYS[i] as number));
      knots[i] = (knots[i] as number) + (means[i] as number) - mine.reduce((sum, one) => sum + one, 0) / mine.length;
    }
    days = line();
  }
  return days;
}
