import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium, Stage } from '@chill/model/stage.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import { type Brought, type Credit, driedBy, NO_CREDIT } from '../chill/requirement.ts';
import { chills, STAGES } from '../kinds/stages.ts';
import type { BroughtIn, FollowedStage } from './followed.ts';
import { goesOnFrom } from './stageOrder.ts';

/**
 * What counts already when a stage begins on `start`: months in the drawer towards ripening; towards a cold, what an earlier one earned that it goes on with,
 * or, where it is the first, a winter that the lot brings along, and freezer turns since.
 */
export function creditInto(
  species: Species,
  stages: readonly Pick<Stage, 'kind'>[],
  { earlier, brought, start }: { earlier: readonly FollowedStage[]; brought: Brought; start: PlainDate },
): { credit: Credit; goesOn: boolean } {
  const index = earlier.length;
  const kind = (stages[index] as Pick<Stage, 'kind'>).kind;
  const before = goesOnFrom(species, stages, index);
  const had = before === undefined ? undefined : earlier[before];
  if (had?.earned !== undefined) return { credit: { days: had.earned, give_days: 0 }, goesOn: true };
  if (STAGES[kind].earns === 'ripening') return { credit: driedBy(brought, start), goesOn: false };
  const lastCold = earlier.findLastIndex((stage) => chills(stage.kind) && stage.curve);
  const turned = earlier.slice(lastCold + 1).reduce((sum, { turned_days = 0 }) => sum + turned_days, 0);
  const wintered = lastCold < 0 ? (brought.credit ?? NO_CREDIT) : NO_CREDIT;
  return { credit: { ...wintered, days: wintered.days + turned }, goesOn: false };
}

/** What the seed lies in, and since when that is fresh. */
export interface Bed {
  medium: Medium;
  fresh: PlainDate;
}

/** The bed of a stage: a fresh one, or the one before where it goes on in the same medium. A stage without any, at the bench, ends it. */
export function bedFor(medium: Medium | undefined, before: Bed | undefined, start: PlainDate): Bed | undefined {
  if (medium === undefined) return undefined;
  return before?.medium === medium ? before : { medium, fresh: start };
}

/** A bed at the end of a stage that has begun: as fresh as it was last made. */
export function bedAfter(bed: Bed | undefined, freshened: readonly PlainDate[], end: PlainDate): Bed | undefined {
  return bed && { ...bed, fresh: later(bed.fresh, freshened.findLast((on) => on <= end) ?? bed.fresh) };
}

/** How old the medium of a stage is when it begins, days. */
export const ageOf = ({ fresh }: Pick<BroughtIn, 'fresh'>, start: PlainDate): number => Math.max(0, daysBetween(fresh, start));
