import type { Proposal } from './proposal.ts';
import { planFrom, type Request, weighMethods } from './propose.ts';

/** What can still be had of a lot by a day. */
export interface StillInTime {
  /** Methods that are ready by the day, with nothing that stops them, in the order in which Plan offers them. */
  inTime: Proposal[];
  /** The one that is ready first, in time or not; absent where no method suits the seed. */
  soonest?: Proposal;
}

/** The methods by which a wish for a day, `by: 'readyBy'` or a risk of frost, can still be met from today. */
export function stillInTime(request: Request): StillInTime {
  const possible = weighMethods(request).offered.filter(({ against }) => against.every(({ weight }) => weight !== 'stops'));
  const soonest = possible.toSorted((a, b) => a.dates.plantOut.localeCompare(b.dates.plantOut))[0];
  return { inTime: possible.filter(({ late_days }) => late_days === 0), ...(soonest && { soonest }) };
}

/** What all seeds of a lot would make that no batch has, by the method that Plan offers first of those in time, or where none is, by the soonest. */
export interface AllOfIt {
  proposal: Proposal;
  inTime: boolean;
  /** Plants, 9 times in 10. */
  plants: { low: number; high: number };
}

/** What can be done with all that is left of a lot by the day that is wished for; `undefined` where nothing can. */
export function allInTime(request: Request): AllOfIt | undefined {
  const { inTime, soonest } = stillInTime(request);
  const proposal = inTime[0] ?? soonest;
  return proposal && { proposal, inTime: inTime.length > 0, plants: planFrom(proposal, request.wish, request.available).expects };
}
