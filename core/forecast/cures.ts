import type { Batch } from '@chill/model/batch.ts';
import type { WhyAmended } from '@chill/model/event.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import type { DatedStage, Stage } from '@chill/model/stage.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { asMeasured } from '../chill/met.ts';
import { NO_CREDIT } from '../chill/requirement.ts';
import type { FollowedStage } from '../follow/followed.ts';
import type { Situation } from '../follow/situation.ts';
import { wholeSproutingDays } from '../follow/stage.ts';
import { followStages } from '../follow/stages.ts';
import { growsWhereSown } from '../kinds/media.ts';
import { chills, keptDry, STAGES } from '../kinds/stages.ts';
import { MINUTES } from '../kinds/tasks.ts';
import { creditOf } from '../lot/lotLedger.ts';
import { dated } from '../methods/dated.ts';
import type { Otherwise, SproutBelief } from '../sprout/belief.ts';
import { degreesPerDay, thermalTime } from '../sprout/thermalTime.ts';
import { bestTakeOut, yieldOfRest } from '../takeOut/takeOut.ts';
import { handTime, usualOpening } from '../treat/handTime.ts';
import { checkEvery } from '../treat/intervals.ts';
import { dayIn, yearOf } from '../winter/climate.ts';
import { springsAhead } from '../winter/outdoors.ts';
import type { Projection } from './project.ts';

/** Something else that can be done with seeds that have not come: how it changes their chance, what it takes, and the plan that it makes. */
export interface Cure {
  kind: 'secondCold' | 'scarify' | 'holdOver';
  means: Otherwise;
  /** Days of the cold, where it is cold. */
  days?: number;
  /** Days from today by which nearly all of those that it brings have come. */
  delay_days: number;
  minutes: number;
  room?: { placeId: PlaceId; days: number };
  why: WhyAmended;
  method: Stage[];
  stages: DatedStage[];
}

/** What a cure is worth in plants, by the chance that it gives a seed. */
export type WorthOf = (chance: number, cure: Pick<Cure, 'delay_days' | 'minutes' | 'room'>) => number;

/** Those that a treatment brings are counted up to the day by which so many of them have come. */
const COUNTED_UP_TO = 0.95;
/** The shortest second cold worth the move, and the longest that anybody gives, days. */
const COLD_DAYS = { least: 7, most: 250 };
/** Seeds lost while they are scarified once more. Assumption. */
const WOUNDED = 0.03;
/** Coats of which fewer are shut are not worth the file. */
const SHUT_ENOUGH = 0.05;
/** A winter outdoors has to lie ahead for so long; otherwise the one after it is meant, days. */
const WHOLE_WINTER_DAYS = 120;
/** Potting one seed that has not come, and looking at a pot that stands outdoors, minutes and days. Assumptions. */
const POT_ONE_MIN = 0.4;
const LOOK_OUTDOORS_DAYS = 30;
/** Room outdoors is worth this part of room indoors. Assumption. */
const OUTDOORS_ROOM = 0.1;

/** All that can be done with the seeds of a batch that have not come, besides waiting and stopping. A second cold is as long as it is worth most. */
export function cures(batch: Batch, projection: Projection, situation: Situation, worthOf: WorthOf): Cure[] {
  const { sprouting } = projection;
  if (!sprouting) return [];
  // What sprouts in its pot stays there, this winter or another.
  const inPot = STAGES[(batch.plan.stages[sprouting.stage] as DatedStage).kind].course === 'grows';
  const sums = {
    batch,
    projection,
    situation,
    belief: sprouting.outlook.belief,
    seenAt: sprouting.outlook.course.on(situation.today),
    worthOf,
  };
  return [...(inPot ? [] : [secondCold(sums), scarifyAgain(sums)]), holdOver(sums)].filter((cure) => cure !== undefined);
}

interface Sums {
  batch: Batch;
  projection: Projection;
  situation: Situation;
  belief: SproutBelief;
  seenAt: number;
  worthOf: WorthOf;
}

/** Moist cold that the seed has had, chill-days: in this batch, or before it. */
function coldHad({ batch, projection, situation }: Sums): number {
  const { treatment, stages } = projection;
  const kind = treatment && stages[treatment.stage]?.kind;
  if (treatment && chills(kind) && !keptDry(kind)) return treatment.earned;
  return batch.plan.method.stages.some(({ kind }) => chills(kind)) ? 0 : (creditOf(situation.lot) ?? NO_CREDIT).days;
}

/** Of all that are able, the part that is released by now; more is released by a treatment in proportion to what it releases of those that it finds. */
function releasedPart({ projection }: Sums): number {
  return projection.sprouting?.outlook.course.parts.reduce((sum, { part }) => sum + part, 0) ?? 0;
}

function moreReleased(sums: Sums, released: readonly number[], day: number): number {
  const before = released[0] as number;
  const now = releasedPart(sums);
  const more = (released[Math.min(released.length - 1, day)] as number) - before;
  return before > 1e-3 ? (now / before) * more : more;
}

function secondCold(sums: Sums): Cure | undefined {
  const { batch, situation, belief, seenAt, worthOf } = sums;
  const { species, today } = situation;
  if (species.cold.need === 'none' || species.cold.winters === 2) return undefined;
  const medium =
    batch.plan.method.stages.findLast(
      ({ kind, medium }) => STAGES[kind].earns === 'cold' && !keptDry(kind) && medium && !growsWhereSown(medium),
    )?.medium ?? 'towel';
  const method: Stage[] = [{ kind: 'coldMoist', medium }, { kind: 'warmTowel' }, { kind: 'pot' }];
  const resolved = followedFor(sums, method, coldHad(sums));
  const [cold, warm] = resolved;
  if (!cold?.curve || !warm || !cold.place) return undefined;
  const { curve } = cold;
  const after = warmthAfter(sums, warm);
  const every = checkEvery(medium, cold.temperature_C).usual;
  // Some sprout in the cold itself: it is warmth for them, for those that it releases about half of it.
  const inTheCold = thermalTime(species.sprouting).rate(cold.temperature_C);
  const of = (days: number) => {
    const means = {
      warmth: after.degreeDays + days * inTheCold,
      extra: moreReleased(sums, curve.released, days),
      extraWarmth: after.degreeDays + (days / 2) * inTheCold,
      survives: curve.survives[Math.min(curve.survives.length - 1, days)] as number,
    };
    const looks = Math.floor(days / every) + Math.ceil(after.days / 2);
    const minutes = 2 * MINUTES.move + MINUTES.refresh + looks * MINUTES.check;
    const cure = {
      means,
      days,
      delay_days: days + after.days,
      minutes,
      room: { placeId: cold.place?.id as PlaceId, days: days + after.days },
    };
    return { cure, worth: worthOf(belief.mean(belief.otherwise(means, seenAt)), cure) };
  };
  const last = Math.min(COLD_DAYS.most, curve.released.length - 1);
  const best = bestLength(of, Math.min(COLD_DAYS.least, last), last);
  const { days } = best.cure;
  const longest = bestTakeOut({ yields: yieldOfRest(curve) }).best;
  const stages = lasting(resolved, [days, warm.days]).map((stage, i) =>
    // It is cut shorter than what releases most, because room and time have their price: measured cold then moves the day, and leaves the cut.
    i === 0 ? { ...stage, best: addDays(today, Math.max(days, longest)) } : stage,
  );
  return { kind: 'secondCold', why: 'secondCold', ...best.cure, method, stages };
}

/** The length that is worth most: by the week first, then by the day around it, since worth rises to one best length and falls after it. */
function bestLength<T extends { worth: number }>(of: (days: number) => T, least: number, most: number): T {
  const bestOf = (lengths: number[]) =>
    lengths.map((days) => ({ days, made: of(days) })).reduce((best, one) => (one.made.worth > best.made.worth ? one : best));
  const between = (from: number, to: number, step: number) =>
    Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);
  const near = bestOf(between(least, most, 7)).days;
  return bestOf(between(Math.max(least, near - 7), Math.min(most, near + 7), 1)).made;
}

function scarifyAgain(sums: Sums): Cure | undefined {
  const { projection, situation } = sums;
  const { species } = situation;
  const { state, sprouting } = projection;
  const opened = sprouting?.outlook.opened ?? 1;
  if (!species.hardCoat || 1 - opened < SHUT_ENOUGH || opened <= 0) return undefined;
  const method: Stage[] = [{ kind: 'openCoat' }, { kind: 'soak' }, { kind: 'warmTowel' }, { kind: 'pot' }];
  const resolved = followedFor(sums, method, 0);
  const warm = resolved[2];
  if (!warm?.place) return undefined;
  const after = warmthAfter(sums, warm);
  const shut = state.counts.waiting;
  const how = usualOpening(species.seed, shut);
  return {
    kind: 'scarify',
    why: 'scarifiedAgain',
    means: {
      warmth: after.degreeDays,
      extra: (releasedPart(sums) * (1 - opened) * species.hardCoat.openCoat) / opened,
      extraWarmth: after.degreeDays,
      survives: 1 - WOUNDED,
    },
    delay_days: 1 + after.days,
    minutes: (shut * handTime(how, state.openings).perSeed_s) / 60 + 3 * MINUTES.move + Math.ceil(after.days / 2) * MINUTES.check,
    room: { placeId: warm.place.id, days: after.days },
    method,
    stages: lasting(resolved, [0, 1, warm.days]),
  };
}

function holdOver(sums: Sums): Cure | undefined {
  const { projection, situation } = sums;
  const { species, today, nursery } = situation;
  const year = yearOf(nursery);
  const springs = springsAhead(species, year, dayIn(today));
  const days = springs && (springs.first >= WHOLE_WINTER_DAYS ? springs.first : springs.second);
  if (days === undefined) return undefined;
  const fixed = { least: days, best: days, most: days };
  const method: Stage[] = [{ kind: 'outdoorWinter', medium: 'ownPot', days: fixed }, { kind: 'pot' }];
  const stages = followedFor(sums, method, coldHad(sums));
  const [winter, pot] = stages;
  const out = winter?.place;
  if (!winter?.curve || !out || !pot) return undefined;
  const law = thermalTime(species.sprouting);
  const sprouts = wholeSproutingDays(COUNTED_UP_TO, law, pot, species);
  const left = projection.sprouting?.outlook.left ?? 0;
  // Whatever the spring is like, it is given as long as it takes.
  const warmth = law.median_degreeDays * Math.exp(2 * law.spread);
  return {
    kind: 'holdOver',
    why: 'heldOver',
    means: {
      warmth,
      extra: moreReleased(sums, winter.curve.released, days),
      extraWarmth: warmth,
      survives: winter.survives,
    },
    delay_days: days + sprouts,
    minutes: left * POT_ONE_MIN + Math.ceil(days / LOOK_OUTDOORS_DAYS) * MINUTES.check,
    room: { placeId: out.id, days: OUTDOORS_ROOM * days },
    method,
    stages: dated(stages),
  };
}

/** The stages of a recipe as they would go here from today: in the places that there are, by their readings, with so much cold brought along. */
function followedFor({ situation }: Sums, stages: Stage[], cold_days: number): FollowedStage[] {
  const { species, places, temperatures = [], today, rot, nursery } = situation;
  return followStages(
    { stages },
    {
      species,
      rot,
      year: yearOf(nursery),
      start: today,
      places: asMeasured(places, temperatures, today),
      brought: { credit: { days: cold_days, give_days: 0 } },
    },
  );
}

/** How long seed that is ready is given in the warmth, and how warm it is until then. */
function warmthAfter({ situation: { species } }: Sums, warm: FollowedStage): { days: number; degreeDays: number } {
  const law = thermalTime(species.sprouting);
  const days = wholeSproutingDays(COUNTED_UP_TO, law, warm, species);
  return { days, degreeDays: days * degreesPerDay(warm.temperature_C, warm.halfSwing_C ?? 0, law) };
}

/** Stages one after the other, of which some have other lengths than are best, days. */
function lasting(stages: readonly FollowedStage[], lengths: readonly (number | undefined)[]): DatedStage[] {
  const [first] = stages;
  let day = first?.start ?? '';
  return dated(stages).map((stage, i): DatedStage => {
    const start = day;
    day = addDays(start, lengths[i] ?? daysBetween(stage.start, stage.end));
    const { window: _window, best: _best, ...plain } = stage;
    return { ...plain, start, end: day };
  });
}
