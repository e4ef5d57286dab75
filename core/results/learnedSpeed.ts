import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { TIME_SCALE_SPREAD } from '../chance/prospect.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { sproutedBy } from './germinated.ts';
import { type LearnedDays, middles, momentsOf, sum, tenth } from './weighed.ts';

/** The grid of time scales, three standard deviations either way; and of the share that sprouts, which is not known. */
const TIMES = Array.from({ length: 41 }, (_, i) => Math.exp(((i - 20) / 20) * 3 * TIME_SCALE_SPREAD));
const ANY_SHARE = middles(20);

/** How fast released seed sprouts here: a grid posterior of the time scale, lognormal about the handbook's, from the counts between checks. */
export function learnSpeed(species: Species, outcomes: readonly Outcome[]): LearnedDays | undefined {
  const law = thermalTime(species.sprouting);
  const told = outcomes.flatMap(({ sprouting }) => (sprouting?.visits.some(({ came }) => came > 0) ? [sprouting] : []));
  if (told.length === 0) return undefined;
  const points = TIMES.map((scale) => {
    let log = -((Math.log(scale) / TIME_SCALE_SPREAD) ** 2) / 2;
    const scaled = { median_degreeDays: law.median_degreeDays * scale, spread: law.spread };
    for (const { visits, releasedAt } of told) {
      const by = visits.map(({ warmth }) => sproutedBy(warmth, releasedAt, scaled));
      log += logMean(ANY_SHARE.map((share) => logCounts(visits, by, share)));
    }
    return { value: Math.log(scale), log };
  });
  const top = Math.max(...points.map(({ log }) => log));
  const { mean, low, high } = momentsOf(points.map(({ value, log }) => ({ value, weight: Math.exp(log - top) })));
  const { from, to } = species.sprouting.days;
  const days = (scale: number) => ({ from: tenth(from * scale), to: tenth(to * scale) });
  return {
    ...{ said: { from, to }, now: days(Math.exp(mean)), batches: told.length },
    ...{ low: days(Math.exp(low)), high: days(Math.exp(high)) },
    seeds: sum(told.flatMap(({ visits }) => visits.map(({ came }) => came))),
  };
}

/** How likely the counts of a batch are where so much of it sprouts, and by each visit so much of that has. */
function logCounts(visits: readonly { came: number; left: number }[], by: readonly number[], share: number): number {
  let [log, before] = [0, 0];
  for (const [i, { came, left }] of visits.entries()) {
    const now = share * (by[i] as number);
    const chance = Math.min(1 - 1e-9, Math.max(1e-9, (now - before) / (1 - before)));
    log += came * Math.log(chance) + left * Math.log(1 - chance);
    before = now;
  }
  return log;
}

function logMean(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(sum(logs.map((log) => Math.exp(log - top))) / logs.length);
}
