import type { Batch, DatedStage } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { fold } from '../ledger/fold.ts';
import { meanShare, soundShare } from '../lot/viability.ts';
import { likelyCount } from '../sprout/forecast.ts';
import { chanceSoon, daysToSprout, sproutedOfThoseThatWill, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { coatOpened, cuesAnswered, sproutingStage } from '../ways/resolve.ts';
import { type Setting, temperatureIn } from './setting.ts';
import { type TreatmentForecast, treatmentForecast } from './treatmentForecast.ts';

/** A stage as it was, is or will be. */
export interface ProjectedStage extends DatedStage {
  started: boolean;
  finished: boolean;
}

/** What to expect of seeds in the warmth. */
export interface SproutForecast {
  stage: number;
  since: PlainDate;
  day: number;
  temperature_C: number;
  law: ThermalTime;
  /** Seeds that went in or came up since, and the share of them that is expected to come in the end. */
  seeds: number;
  willSprout: number;
  /** Seeds up in this stage. */
  up: number;
  /** Expected by today. */
  expectedByNow: number;
  /** New ones expected at this look: the range that holds 8 times in 10. */
  expectNew: { low: number; high: number };
  /** Days to half of those that will. */
  halfway_days: number;
  /** When nearly all that will come should have: 98 in 100 of them. */
  allButDone: PlainDate;
  lastSproutOn?: PlainDate;
}

/** A batch, replanned from what really happened. */
export interface Projection {
  state: BatchState;
  stages: ProjectedStage[];
  treatment?: TreatmentForecast;
  sprouting?: SproutForecast;
  setOut: PlainDate;
}

/** Reads a batch: folds its events and replans everything after them. */
export function project(batch: Batch, setting: Setting): Projection {
  const state = fold(batch.plan, batch.events);
  const treatment = treatmentForecast(batch, state, setting);
  const sprouting = sproutForecast(batch, state, setting, treatment);
  const stages = projectStages(batch, state, setting, treatment);
  const setOut = (stages.at(-1) as ProjectedStage).end;
  return { state, stages, setOut, ...(treatment && { treatment }), ...(sprouting && { sprouting }) };
}

function projectStages(batch: Batch, state: BatchState, { today }: Setting, treatment?: TreatmentForecast): ProjectedStage[] {
  const planned = batch.plan.stages;
  let day = (planned[0] as DatedStage).start;
  return planned.map((stage, index) => {
    const done = state.stages[index] ?? {};
    const length = daysBetween(stage.start, stage.end);
    const notYet = done.startedOn === undefined;
    // What has not begun cannot begin before today.
    const start = done.startedOn ?? later(day, state.closedOn ?? today);
    const isCurrent = treatment?.stage === index && !done.finishedOn;
    const expectedEnd = isCurrent ? treatment.dueOut : addDays(start, length);
    const end = done.finishedOn ?? later(expectedEnd, notYet ? start : (state.closedOn ?? today));
    day = end;
    const { window: _planned, ...rest } = stage;
    const moved = daysBetween(stage.start, start);
    const window = isCurrent
      ? treatment.window
      : stage.window && { from: addDays(stage.window.from, moved), to: addDays(stage.window.to, moved) };
    return { ...rest, start, end, started: !notYet, finished: done.finishedOn !== undefined, ...(window && { window }) };
  });
}

/** The share of the seeds left or up that can drink: what a soak has shown, where one was looked at, otherwise what the way is known for. */
function openedNow(batch: Batch, { counts, swellings }: BatchState, species: Species, up: number): number {
  if (swellings.length === 0) return coatOpened(species, batch.plan.way);
  const drinking = counts.swollen + up;
  return drinking === 0 ? 0 : drinking / (drinking + counts.waiting);
}

function sproutForecast(batch: Batch, state: BatchState, setting: Setting, treatment?: TreatmentForecast): SproutForecast | undefined {
  const { species, lot, today } = setting;
  const index = sproutingStage(batch.plan.way);
  const since = state.stages[index]?.startedOn;
  if (!since) return undefined;
  const planned = batch.plan.stages[index] as DatedStage;
  const temperature_C = temperatureIn(state, planned, index, setting);
  const law = thermalTime(species.sprouting);
  const until = state.stages[index]?.finishedOn ?? state.closedOn ?? today;
  const day = daysBetween(since, until);
  const upHere = state.sprouts.filter((sprout) => sprout.on >= since);
  const up = upHere.reduce((sum, sprout) => sum + sprout.count, 0);
  const left = state.counts.waiting + state.counts.swollen;
  const seeds = left + up;

  const freed = treatment ? treatment.freedNow : species.cold.need === 'none' ? 1 : species.cold.freedWithout;
  const answered = openedNow(batch, state, species, up) * cuesAnswered(species, batch.plan.way);
  const able = meanShare(soundShare(lot.soundness, species)) * answered * freed;
  const willSprout = able * law.share;
  const expectedByNow = seeds * willSprout * sproutedOfThoseThatWill(day * law.rate(temperature_C), law);
  const lastLook = state.checks.filter((check) => check.on >= since).at(-1)?.on ?? since;
  const seenDays = daysBetween(since, lastLook);
  const soon = chanceSoon(seenDays, Math.max(1, day - seenDays), { ...law, share: willSprout }, temperature_C);
  const lastSproutOn = upHere.at(-1)?.on;
  const usable = Number.isFinite(daysToSprout(0.5, law, temperature_C)) ? temperature_C : species.sprouting.at_C;
  return {
    stage: index,
    since,
    day,
    temperature_C,
    law,
    seeds,
    willSprout,
    up,
    expectedByNow,
    expectNew: likelyCount(left, soon),
    halfway_days: daysToSprout(0.5, law, usable),
    allButDone: addDays(since, Math.ceil(daysToSprout(0.98, law, usable))),
    ...(lastSproutOn && { lastSproutOn }),
  };
}
