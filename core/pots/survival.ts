import type { Batch } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { daysBetween } from '../calendar/dates.ts';
import { isStage } from '../kinds/stages.ts';
import { eventsInForce } from '../ledger/standing.ts';
import { pottedIn } from './living.ts';

/** Most seedlings that die, die young: the rate falls by a factor e in so many days, and what has lived so many is established. Assumptions (science-growing 9). */
export const YOUNG_DAYS = 20;
export const ESTABLISHED_DAYS = 56;

/** The part, 0 to 1, of a seedling's whole risk in its pot that lies behind it after so many days there. */
export function riskBehind(days: number): number {
  const passed = (d: number) => 1 - Math.exp(-d / YOUNG_DAYS);
  return Math.min(1, passed(Math.max(0, days)) / passed(ESTABLISHED_DAYS));
}

/** What the seedlings of a batch have gone through in their pots: when how many came into them, how many were found dead there, and when they were last looked at. */
export interface PotsSoFar {
  cohorts: { on: PlainDate; count: number }[];
  died: number;
  seenOn: PlainDate;
}

/** Reads it from a batch's history. Those thinned out, given away or planted out have not died. */
export function potsSoFar(batch: Pick<Batch, 'events' | 'plan' | 'madeOn'>): PotsSoFar {
  const { events, plan } = batch;
  const cohorts: PotsSoFar['cohorts'] = [];
  let died = 0;
  let seenOn = batch.madeOn;
  let growing = false;
  for (const event of eventsInForce(events).standing) {
    if (event.kind === 'stageStarted') growing = isStage(plan.stages[event.stage]?.kind, ({ course }) => course === 'grows');
    // A look at the rest, elsewhere, is no look at the pots.
    if (event.kind === 'tended' || (event.kind === 'checked' && growing)) seenOn = event.on;
    if (!('moves' in event)) continue;
    const thinned = event.kind === 'tended' && event.tending === 'thin';
    for (const { from, to, count } of event.moves) {
      if (pottedIn(to) && !pottedIn(from)) cohorts.push({ on: event.on, count });
      if (pottedIn(from) && DEAD.has(to) && !thinned) died += count;
    }
  }
  return { cohorts, died, seenOn };
}
const DEAD = new Set<string>(['mouldy', 'broken', 'discarded']);

/**
 * What is to be expected of seedlings in pots if the share that establishes, from potting on, is `establishes` (0 to 1, exclusive): the chance of each that
 * was alive when they were last looked at, and the logarithm of how likely the deaths until then were. A share E leaves E^q alive once the part q of the
 * risk is behind, since the risks of all ages add up to −ln E. Who has died since the last look is not known yet.
 */
export function seedlingsFrom(
  establishes: number,
  { cohorts, died, seenOn }: PotsSoFar,
  living: number,
): { chance: number; logLikelihood: number } {
  const all = cohorts.reduce((sum, { count }) => sum + count, 0);
  if (all === 0) return { chance: establishes, logLikelihood: 0 };
  const share = cohorts.reduce((sum, { on, count }) => sum + count * establishes ** riskBehind(daysBetween(on, seenOn)), 0) / all;
  const alive = Math.max(1e-12, share);
  const dead = Math.max(1e-12, 1 - alive);
  return { chance: establishes / alive, logLikelihood: living * Math.log(alive) + died * Math.log(dead) };
}
