import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { staysOfPlan } from '../season/stays.ts';
import { frostSafeFrom } from '../winter/frost.ts';
import type { Kept, ProposedPromise } from './proposed.ts';
import type { SeasonToPlan } from './season.ts';

/** A kept promise begun so many days sooner or later: everything after it moves along, plants stay until the frost lets them out. It never begins before today. */
export function movedBy(
  { wanted, kept }: ProposedPromise & { kept: Kept },
  days: number,
  season: SeasonToPlan,
  species: Pick<Species, 'seed'>,
): Kept {
  const by = Math.max(days, daysBetween(kept.start, season.today));
  const on = (day: string) => addDays(day, by);
  const parts = kept.parts.map(({ lotId, plan }) => ({
    lotId,
    plan: {
      ...plan,
      stages: plan.stages.map((stage) => ({
        ...stage,
        start: on(stage.start),
        end: on(stage.end),
        ...(stage.window && { window: { from: on(stage.window.from), to: on(stage.window.to) } }),
        ...(stage.best && { best: on(stage.best) }),
      })),
    },
  }));
  const { id, whom } = wanted.promise;
  const stays = parts.flatMap(({ plan }) => staysOfPlan({ id, code: whom, proposed: true }, plan, { ...season, species }));
  const ends = parts.map(({ plan }) => plan.stages.at(-1)?.end ?? kept.start).reduce(later);
  const ready = frostSafeFrom(ends, season.nursery);
  return { ...kept, parts, stays, start: on(kept.start), ready, late_days: Math.max(0, daysBetween(wanted.promise.on, ready)) };
}
