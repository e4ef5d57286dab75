import type { ContainerFacts } from '@chill/model/container.ts';
import type { DatedTending } from '@chill/model/event.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween, earlier, later } from '../calendar/dates.ts';
import { daylengthHours, SHORT_DAY_HOURS } from '../calendar/daylength.ts';
import { nextContainer, usualContainer } from '../mix/containers.ts';
import { effectiveDegrees } from '../sprout/thermalTime.ts';
import { firstFrostOf, frostRiskOn } from '../winter/frost.ts';
import { degreeDaysToPotOn } from './rootBound.ts';

/** What is done for seedlings between the pot and the ground. */
export type GrowingStepKind = 'up' | DatedTending;

/** One step with its days, and the figure that it is about. */
export interface GrowingStep {
  kind: GrowingStepKind;
  from: PlainDate;
  to: PlainDate;
  /** Hours of light a day; or the chance of frost on its first night, 0 to 1. */
  hours?: number;
  risk?: number;
  /** Days from planting out to the first hard frost of autumn, for rooting in. */
  season_days?: number;
  /** How many come off, where they are thinned. */
  off?: number;
  /** What they are potted on into, by its name. */
  into?: string;
}

/** Degree-days over its base from a sprout just covered to a shoot that is up, and from one pair of true leaves to the next. Assumptions. */
const UP_DEGREE_DAYS = 60;
const LEAVES_DEGREE_DAYS = 110;
/** Pricking out is easiest with two or three true leaves: a pair and a half. Feeding begins with the second pair. */
const PRICK_OUT_PAIRS = 1.25;
const FEED_PAIRS = 2;
/** Those that share a container are thinned when the first true leaves show; the roots of so many pairs fill a cell. Assumptions. */
const THIN_PAIRS = 0.5;
const POT_ON_PAIRS = 6;
/** The dome comes off by steps over so many days; hardening off takes so many. */
const DOME_DAYS = 4;
const HARDEN_DAYS = 8;
/** Hours of light that stand in for a spring day. */
const LIGHT_HOURS = 14;
/** Planted out later than so long before the first hard frost, roots do not hold through a winter. Assumption. */
export const ROOTING_DAYS = 45;
/** How far ahead the days are looked through for those that are long enough. */
const A_YEAR = 366;

/** What the steps are worked out from. */
export interface Growing {
  species: Pick<Species, 'sprouting' | 'seed' | 'family' | 'life'>;
  nursery: Pick<Nursery, 'latitude_deg' | 'lastFrost' | 'firstFrost' | 'climate'>;
  /** The day on which most were potted, how warm they stand, °C, and the day on which they go out. */
  potted: PlainDate;
  temperature_C: number;
  plantOut: PlainDate;
  /** Whether they stand outdoors, where nothing covers, lights or has to harden them. */
  outdoors?: boolean;
  /** Pairs of true leaves that they have by then, where they came up in place or were separated, instead of being potted as sprouts: nothing is left to prick out. */
  grown_pairs?: number | undefined;
  /** What they came up in and stay in, where they were sown: it tells when its roots fill it. */
  container?: ContainerFacts | undefined;
  /** How many share a container with one that is to stay. */
  toThin?: number;
  /** Days that the grower chose instead. */
  moved?: Partial<Record<DatedTending, PlainDate>>;
}

/**
 * The steps of bringing seedlings on, by the warmth where they stand, the length of the day and the frosts; in the order of their days. A day that was
 * chosen instead stands, and what follows from it follows.
 * Daylength: Forsythe et al. 1995. How fast they come up and leaf is an assumption, and says so where it is shown.
 */
export function bringingOn({
  species,
  nursery,
  potted,
  temperature_C,
  plantOut,
  outdoors = false,
  grown_pairs,
  container,
  toThin = 0,
  moved = {},
}: Growing): GrowingStep[] {
  const rate = Math.max(1, effectiveDegrees(temperature_C, species.sprouting));
  const after = (degreeDays: number) => addDays(potted, Math.ceil(degreeDays / rate));
  const covered = grown_pairs === undefined ? UP_DEGREE_DAYS : 0;
  const up = after(covered);
  const leaved = (pairs: number) => after(covered + Math.max(0, pairs - (grown_pairs ?? 0)) * LEAVES_DEGREE_DAYS);
  const hardenFrom = moved.hardenOff ?? later(addDays(plantOut, -HARDEN_DAYS), up);
  const inside = outdoors ? plantOut : hardenFrom;
  const risk = (on: PlainDate) => frostRiskOn(on, nursery.lastFrost, firstFrostOf(nursery));
  const longDay = firstLongDay(up, nursery.latitude_deg);
  const small = ['cell', 'deepCell'].includes(usualContainer(species.seed));
  const lit = !outdoors && longDay > up;
  const steps: GrowingStep[] = [{ kind: 'up', from: up, to: up }];
  const add = (kind: DatedTending, from: PlainDate, to = from, figures: Partial<GrowingStep> = {}) => {
    const begins = moved[kind] ?? from;
    steps.push({ kind, from: begins, to: later(begins, addDays(to, daysBetween(from, begins))), ...figures });
  };
  if (!outdoors) add('domeOff', addDays(up, 2), addDays(up, 2 + DOME_DAYS));
  if (lit) add('lights', up, up, { hours: LIGHT_HOURS });
  if (lit) add('lightsOff', earlier(longDay, inside));
  if (toThin > 0) add('thin', leaved(THIN_PAIRS), leaved(THIN_PAIRS), { off: toThin });
  if (small && grown_pairs === undefined) add('prickOut', leaved(PRICK_OUT_PAIRS), leaved(FEED_PAIRS));
  add('feed', leaved(FEED_PAIRS));
  if (!container) {
    if (small) add('potOn', leaved(POT_ON_PAIRS));
  } else {
    const { ready, bound } = degreeDaysToPotOn(species, container);
    const next = nextContainer(container);
    if (next) add('potOn', after(covered + ready), after(covered + bound), { into: next.name });
  }
  // What would begin only once they are being hardened off is not done at all, unless somebody wants it so.
  const wanted = steps.filter(({ kind, from }) => from < inside || (kind !== 'up' && moved[kind]));
  steps.splice(0, steps.length, ...wanted);
  if (!outdoors) add('hardenOff', hardenFrom, plantOut, { risk: risk(hardenFrom) });
  add('plantOut', plantOut, plantOut, { risk: risk(plantOut), season_days: seasonLeft(plantOut, nursery) });
  const order = (step: GrowingStep) => `${step.from} ${step.kind === 'plantOut' ? '9999' : step.to}`;
  return steps.sort((a, b) => order(a).localeCompare(order(b)));
}

/** The first day from `on` that is long enough without lights; `on` itself where it is. */
function firstLongDay(on: PlainDate, latitude_deg: number): PlainDate {
  for (let day = 0; day < A_YEAR; day++) if (daylengthHours(addDays(on, day), latitude_deg) >= SHORT_DAY_HOURS) return addDays(on, day);
  return on;
}

/** Days from a day to the middle of the first frosts after it. */
function seasonLeft(on: PlainDate, nursery: Growing['nursery']): number {
  const { mean } = firstFrostOf(nursery);
  const year = Number(on.slice(0, 4));
  const first = [year, year + 1].map((one) => `${one}-${mean}`).find((frost) => frost > on) as PlainDate;
  return daysBetween(on, first);
}
