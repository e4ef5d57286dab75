import type { PlainDate } from '@chill/model/primitives.ts';
import type { PlannedPromise, SeasonPlan } from '@chill/model/seasonPlan.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import type { BatchView } from '../nursery/reader.ts';

/** A promise of an accepted season as it stands now, against what was planned. */
export interface Came {
  planned: PlannedPromise;
  /** Its batches that are still in hand. */
  batches: BatchView[];
  /** Plants, 9 times in 10, as it looks now, and when they go out; absent where none of its batches is in hand. */
  now?: { low: number; high: number };
  ready?: PlainDate;
  /** Days after the day on which they were planned to go out; below 0 before it. */
  shifted_days: number;
  /** What it looks like giving as a share of what it was planned to give; 0 where it gives nothing any more. */
  share: number;
  /** What is in danger: nothing was planned for it; they come too late; there will be fewer than promised, for sure or perhaps. */
  danger?: 'left' | 'late' | 'short' | 'mayBeShort';
}

/** Lays what came so far against a season that was accepted. What is in danger comes first. */
export function compared({ promises }: SeasonPlan, batches: readonly BatchView[]): Came[] {
  const grave: readonly Came['danger'][] = ['short', 'late', 'left', 'mayBeShort'];
  const rank = ({ danger }: Came) => (danger ? grave.indexOf(danger) : grave.length);
  return promises.map((planned) => cameOf(planned, batches)).sort((a, b) => rank(a) - rank(b) || a.planned.on.localeCompare(b.planned.on));
}

/** A plan that holds this share of what it was to give is as planned: the luck of a look moves it by less. */
export const AS_PLANNED = 0.9;

function cameOf(planned: PlannedPromise, batches: readonly BatchView[]): Came {
  if (planned.batchIds.length === 0) return { planned, batches: [], shifted_days: 0, share: 0, danger: 'left' };
  const own = batches.filter(({ batch }) => planned.batchIds.includes(batch.id));
  const ranges = own.flatMap(({ projection: { promised } }) => (promised ? [promised.now] : []));
  const [first] = own;
  if (!first || ranges.length === 0) return { planned, batches: own, shifted_days: 0, share: 0 };
  const now = ranges.reduce((sum, { low, high }) => ({ low: sum.low + low, high: sum.high + high }), { low: 0, high: 0 });
  const ready = own.map(({ projection }) => projection.plantOut).reduce(later, first.projection.plantOut);
  const meant = planned.expects ? planned.expects.low + planned.expects.high : 0;
  const share = meant > 0 ? (now.low + now.high) / meant : 1;
  // A plan that was late from the beginning is in danger once it is later than that.
  const due = planned.ready ? later(planned.ready, planned.on) : planned.on;
  const danger = now.high < planned.plants ? 'short' : ready > due ? 'late' : share < AS_PLANNED ? 'mayBeShort' : undefined;
  const shifted_days = planned.ready ? daysBetween(planned.ready, ready) : 0;
  return { planned, batches: own, now, ready, shifted_days, share, ...(danger && { danger }) };
}
