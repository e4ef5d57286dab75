import type { Method } from '@chill/model/method.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { DatedStage, Stage } from '@chill/model/stage.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import type { SwingingPlace } from '../chill/met.ts';
import type { Brought } from '../chill/requirement.ts';
import { PLACES, placesFor } from '../kinds/places.ts';
import { STAGES } from '../kinds/stages.ts';
import { inGround } from '../mix/containers.ts';
import { sownBy } from '../sowing/sown.ts';
import { type Bed, bedAfter, bedFor, creditInto } from './broughtIn.ts';
import type { BroughtIn, FollowedStage, StageGiven, Surroundings } from './followed.ts';
import { type Events, stageBegun } from './going.ts';
import { groundFrom } from './outdoorWarmth.ts';
import { bathedBefore } from './situation.ts';
import { stageToCome } from './stage.ts';
import { sproutingStage } from './stageOrder.ts';

/** What a method is followed from, stage by stage. */
export interface MethodGiven extends Surroundings {
  /** What the seed brings along. */
  brought?: Brought | undefined;
  /** The day on which the first stage begins. */
  start: PlainDate;
  /** Places as they are measured now. Where nothing is laid out yet, each stage goes to the fittest of them. */
  places: readonly SwingingPlace[];
  /** The stages as they are laid on the calendar; without them each is as long as is best. */
  laid?: readonly DatedStage[] | undefined;
  /** What has happened; without it nothing has. */
  events?: Events | undefined;
}

/**
 * The one engine: every stage of a method, one after the other, each with what the seed brings into it, what it is given there, and what that comes to.
 * A method that is being weighed is followed with its days open, a plan by the days laid out, a batch by its plan and what has happened since: a plan is a
 * batch without events.
 */
export function followStages({ stages: recipe }: Pick<Method, 'stages'>, given: MethodGiven): FollowedStage[] {
  const { species, start, laid, events } = given;
  const earlier: FollowedStage[] = [];
  const sprouts = sproutingStage({ stages: recipe });
  // What has not begun cannot begin before today.
  const soonest = events && (events.state.closedOn ?? events.today);
  let bed: Bed | undefined;
  let day = start;
  for (const [index, stage] of recipe.entries()) {
    const done = events?.state.stages[index];
    const begins = done?.startedOn ?? (soonest ? later(day, soonest) : day);
    const planned = laid?.[index];
    bed = bedFor(stage.medium, bed, begins);
    const broughtIn: BroughtIn = {
      ...creditInto(species, recipe, { earlier, brought: given.brought ?? {}, start: begins }),
      fresh: bed?.fresh ?? begins,
      bathed: events ? bathedBefore(events.state, index) : false,
    };
    const sowing = sownBy(recipe, index);
    const stageGiven = stageGivenFor(given, sowing ? { ...stage, sowing } : stage, {
      start: begins,
      placeId: done?.placeId,
      planned,
      sprouts: index === sprouts,
    });
    const followed =
      done?.startedOn && planned && events
        ? stageBegun(given, stageGiven, broughtIn, { index, done, planned }, events)
        : stageToCome(given, stageGiven, broughtIn);
    if (events && done?.startedOn) bed = bedAfter(bed, events.state.freshened, followed.end);
    earlier.push(followed);
    day = followed.end;
  }
  return earlier;
}

/** Where a stage lies, and at what temperature: in its place as it is measured now, or as it was planned. */
function stageGivenFor(
  { species, places, year }: MethodGiven,
  { kind, medium, days: asked, temperature_C, sowing }: Stage,
  {
    start,
    placeId,
    planned,
    sprouts,
  }: { start: PlainDate; placeId?: PlaceId | undefined; planned?: DatedStage | undefined; sprouts: boolean },
): StageGiven {
  const ground = sowing !== undefined && inGround(sowing);
  const fit = placesFor(kind, places).filter((one) => !ground || PLACES[one.kind].weather);
  const place = planned ? places.find(({ id }) => id === (placeId ?? planned.placeId)) : fit[0];
  // In the ground it has the weather; of its winter the winter itself tells.
  const springs = ground && STAGES[kind].earns !== 'winter' && year;
  const usual_C = STAGES[kind].course === 'sprouts' ? species.sprouting.at_C : STAGES[kind].assumed_C;
  const { halfSwing_C, light } = place ?? {};
  const nominal_C = place?.nominal_C ?? planned?.temperature_C ?? temperature_C ?? usual_C;
  return {
    kind,
    start,
    sprouts,
    temperature_C: nominal_C,
    ...(medium && { medium }),
    ...(sowing && { sowing }),
    ...(halfSwing_C && { halfSwing_C }),
    ...(springs && groundFrom(species, springs, start)),
    ...(place && { place }),
    ...(light && { light }),
    ...(asked && { asked }),
    ...(planned && { days: daysBetween(planned.start, planned.end) }),
  };
}
