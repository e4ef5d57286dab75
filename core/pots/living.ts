import type { Batch } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { eventsInForce } from '../ledger/standing.ts';

/** How many seedlings lived in their pots after each day on which that changed. */
export interface Living {
  on: PlainDate;
  living: number;
}

/** Whether a seedling in this state stands in a pot. */
export const pottedIn = (state: string): boolean => state === 'potted' || state === 'established';

/** The living in the pots of a batch, day by day as they were counted: potted, lost, given away; those planted out stay alive. */
export function livingByDay({ events }: Pick<Batch, 'events'>): Living[] {
  const days: Living[] = [];
  let living = 0;
  for (const event of eventsInForce(events).standing) {
    if (!('moves' in event)) continue;
    let change = 0;
    for (const { from, to, count } of event.moves) {
      const [was, is] = [pottedIn(from), pottedIn(to) || to === 'plantedOut'];
      change += count * (Number(is) - Number(was));
    }
    if (change === 0) continue;
    living += change;
    if (days.at(-1)?.on === event.on) days.splice(-1, 1, { on: event.on, living });
    else days.push({ on: event.on, living });
  }
  return days;
}

/** When those that are in pots were potted: the first of them, and half of them. Those before the pots were last empty count no more; `undefined` where none is. */
export function pottedOn({ events }: Pick<Batch, 'events'>): { first: PlainDate; half: PlainDate } | undefined {
  let came: { on: PlainDate; count: number }[] = [];
  let living = 0;
  for (const event of eventsInForce(events).standing) {
    if (!('moves' in event)) continue;
    for (const { from, to, count } of event.moves) {
      const [was, is] = [pottedIn(from), pottedIn(to)];
      if (is && !was) came.push({ on: event.on, count });
      living += count * (Number(is) - Number(was));
    }
    if (living === 0) came = [];
  }
  const half = came.reduce((sum, { count }) => sum + count, 0) / 2;
  let sum = 0;
  for (const { on, count } of came) {
    sum += count;
    if (sum >= half) return { first: came[0]?.on as PlainDate, half: on };
  }
  return undefined;
}
