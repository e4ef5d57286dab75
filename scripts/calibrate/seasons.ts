import { layOut } from '@chill/core/planning/candidates.ts';
import { Improving } from '@chill/core/planning/improving.ts';
import { proposedFrom, workOf } from '@chill/core/planning/proposed.ts';
import { minutesOn } from '@chill/core/planning/season.ts';
import { dealWork } from '@chill/core/planning/workList.ts';
import { busySeason } from '../bench/busySeason.ts';
import { type Line, Tally } from './tally.ts';

const WEEK_min = [60, 90, 60, 90, 60, 0, 0];
const ROUNDS = 1500;

/** Seasons of sixty promises with people who have ever fewer hours: how many days with work hold more of it than they have, done a day or two off where it may be? */
export function seasons(count: number): Line[] {
  const over = new Tally();
  const left = new Tally();
  for (let i = 0; i < count; i++) {
    const base = busySeason(60);
    const people = [{ name: 'Ann', minutes: WEEK_min.map((minutes) => minutes / 2 ** i) }];
    const season = { ...base, nursery: { ...base.nursery, people } };
    const laidOut = layOut(season);
    const { picked } = new Improving(laidOut.problem).improve(ROUNDS);
    const work = proposedFrom(season, laidOut, picked).flatMap(({ kept }) => (kept ? workOf(kept, season.today) : []));
    const dealt = dealWork(work, season.nursery, season.today);
    for (let k = 0; k < work.length; k++) left.add(k < dealt.left.length);
    const days = new Map<string, number>();
    for (const { day, minutes } of [...dealt.dealt, ...dealt.left.map((one) => ({ ...one, day: one.on }))])
      days.set(day, (days.get(day) ?? 0) + minutes);
    for (const [day, minutes] of days) over.add(minutes > (minutesOn(season.nursery, day) ?? 0) + 1e-9);
  }
  return [
    over.line('days of a season with more work than its people have', [0, 0.02]),
    left.line('work of a season that nobody has time for within a day or two', [0, 0.01]),
  ];
}
