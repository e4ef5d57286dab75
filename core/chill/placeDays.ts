import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { PlaceTemperatures, TemperatureSpell } from '@chill/model/temperature.ts';
import { dayNumber, fromDayNumber } from '../calendar/dates.ts';
import { localTimeReader } from '../calendar/localTimes.ts';
import { dayAt } from '../calendar/moments.ts';
import { PLACES } from '../kinds/places.ts';
import type { Readings } from '../readings/readings.ts';
import { ROT_LAW } from '../rot/hazard.ts';
import { chillBetween, chillLaw, type Law, lastAtOrBefore, type Spell, spellsAbove, sumUp, UNDOING_C, WARM_C } from './measured.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** Shorter spells are a door held open, and are left to the sums, h. */
const TOLD_FROM_HOURS = 1;

/** Hot hours fewer than these in a row are a sunny bench, not a spell, ms. */
const LEAST_HOT_MS = 12 * HOUR_MS;

const TEMPERATURE: Law = { at: (temperature_C) => temperature_C, area: (temperature_C) => temperature_C ** 2 / 2 };

type OfPlace = Pick<Place, 'id' | 'kind' | 'nominal_C'>;

/** {@link placeDaysInSteps}, without a pause. */
export function placeDays(
  place: OfPlace,
  readings: Readings,
  responses: readonly TemperatureResponse[],
  timeZone: string,
): PlaceTemperatures | undefined {
  const steps = placeDaysInSteps(place, readings, responses, timeZone);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * What a place's readings come to, day by local day of `timeZone`: effective days by each response, the factor on rot, the temperatures, and the
 * spells. Every figure is a difference of sums along the straight lines between readings, so that days add up to the whole exactly.
 * `undefined` where there are no readings. Each step is one pass over the readings; a server does something else in between.
 */
export function* placeDaysInSteps(
  place: OfPlace,
  readings: Readings,
  responses: readonly TemperatureResponse[],
  timeZone: string,
): Generator<void, PlaceTemperatures | undefined> {
  const { at_ms, celsius } = readings;
  const count = at_ms.length;
  if (count === 0) return undefined;
  const [first_ms, last_ms] = [at_ms[0] as number, at_ms[count - 1] as number];
  const from = dayAt(first_ms, timeZone);
  const starts = midnights(dayNumber(from), dayNumber(dayAt(last_ms, timeZone)), timeZone);
  yield;
  const by = (law: Law) => {
    const sum = sumUp(readings, place.nominal_C, law);
    return starts.slice(1).map((end, i) => chillBetween(sum, starts[i] as number, end));
  };
  const length_days = (i: number) => ((starts[i + 1] as number) - (starts[i] as number)) / DAY_MS;
  const temperatures = by(TEMPERATURE);
  yield;
  const rot = by(ROT_LAW);
  yield;
  const effects: PlaceTemperatures['effects'] = [];
  for (const response of responses) {
    effects.push({ response, days: by(chillLaw(response)).map(({ days }) => rounded(days)) });
    yield;
  }
  const extremes = starts.slice(1).map((end, i) => extremesOf(readings, starts[i] as number, end));
  yield;
  const day = (moment: number) => fromDayNumber(localDay(moment, starts, dayNumber(from)));
  const spells = yield* spellsOf(place, readings, day);
  // Short ones too: seed that is moved from one hot place to another stays hot.
  const hot = spellsAbove(UNDOING_C, readings, first_ms, last_ms).filter(({ from_ms, to_ms }) => to_ms - from_ms >= LEAST_HOT_MS);
  return {
    placeId: place.id,
    readings: count,
    from,
    measured: temperatures.map(({ measured_ms }, i) => rounded(measured_ms / (length_days(i) * DAY_MS))),
    // The sum has the nominal where nothing was measured; taken out again, what is left is the mean of what was.
    mean_C: temperatures.map(({ days, measured_ms, nominal_ms }) =>
      measured_ms > 0 ? rounded((days - (place.nominal_C * nominal_ms) / DAY_MS) / (measured_ms / DAY_MS)) : null,
    ),
    min_C: extremes.map((one) => one && rounded(one.least)),
    max_C: extremes.map((one) => one && rounded(one.most)),
    rot: rot.map(({ days }, i) => rounded(days / length_days(i))),
    effects,
    hot: hot.map(({ from_ms, to_ms }) => ({
      from_day: localDay(from_ms, starts, dayNumber(from)),
      to_day: localDay(to_ms, starts, dayNumber(from)),
    })),
    spells,
    last: { at: new Date(last_ms).toISOString(), celsius: rounded(celsius[count - 1] as number) },
  };
}

/** When a place was warmer or colder than its kind should be, in the order of their days; each step is one pass over the readings. */
function* spellsOf(place: OfPlace, readings: Readings, day: (moment: number) => PlainDate): Generator<void, TemperatureSpell[]> {
  const stays = PLACES[place.kind].shouldStay;
  if (!stays) return [];
  const [first_ms, last_ms] = [readings.at_ms[0] as number, readings.at_ms[readings.at_ms.length - 1] as number];
  const told = (kind: TemperatureSpell['kind'], found: readonly Spell[]) =>
    found
      .filter(({ from_ms, to_ms }) => to_ms - from_ms >= TOLD_FROM_HOURS * HOUR_MS)
      .map(
        ({ from_ms, to_ms, peak_C }): TemperatureSpell => ({
          kind,
          from: day(from_ms),
          to: day(to_ms),
          hours: rounded((to_ms - from_ms) / HOUR_MS),
          ...(kind === 'warm' && { excursion_hours: hoursAbove(WARM_C, readings, from_ms, to_ms) }),
          peak_C: rounded(peak_C),
        }),
      );
  const spells = told('warm', spellsAbove(stays.below_C, readings, first_ms, last_ms));
  yield;
  if (Number.isFinite(stays.above_C)) spells.push(...told('frozen', spellsBelow(stays.above_C, readings, first_ms, last_ms)));
  yield;
  return spells.sort((a, b) => a.from.localeCompare(b.from));
}

/** A moment as local days since 1970 with their fraction; `starts` are the midnights from day `first` on. */
function localDay(moment: number, starts: readonly number[], first: number): number {
  const i = Math.max(
    0,
    starts.findLastIndex((start) => start <= moment),
  );
  const start = starts[i] as number;
  const length_ms = (starts[i + 1] ?? start + DAY_MS) - start;
  return first + i + (moment - start) / length_ms;
}

function hoursAbove(above_C: number, readings: Readings, from_ms: number, to_ms: number): number {
  const spells = spellsAbove(above_C, readings, from_ms, to_ms);
  return rounded(spells.reduce((sum, spell) => sum + spell.to_ms - spell.from_ms, 0) / HOUR_MS);
}

/** Moments at which the local days from `first` to `last` begin, and the one at which the last ends. */
function midnights(first: number, last: number, timeZone: string): number[] {
  const starts: number[] = [];
  const read = localTimeReader(timeZone);
  for (let day = first; day <= last + 1; day++) {
    const [year, month, date] = fromDayNumber(day).split('-').map(Number) as [number, number, number];
    starts.push(read({ year, month, day: date, hour: 0, minute: 0, second: 0 }));
  }
  return starts;
}

function extremesOf({ at_ms, celsius }: Readings, from_ms: number, to_ms: number): { least: number; most: number } | null {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = lastAtOrBefore(at_ms, from_ms - 1) + 1; i < at_ms.length && (at_ms[i] as number) < to_ms; i++) {
    const here = celsius[i] as number;
    if (here < least) least = here;
    if (here > most) most = here;
  }
  return most === Number.NEGATIVE_INFINITY ? null : { least, most };
}

/** Spells below a temperature: those above it of the same readings upside down. */
function spellsBelow(below_C: number, readings: Readings, from_ms: number, to_ms: number): Spell[] {
  const upsideDown = { ...readings, celsius: readings.celsius.map((value) => -value) };
  return spellsAbove(-below_C, upsideDown, from_ms, to_ms).map((spell) => ({ ...spell, peak_C: -spell.peak_C }));
}

/** Four decimals: a thousandth of a chill-day is nobody's cold, and a year goes over the wire as a few kilobytes. */
function rounded(value: number): number {
  return Math.round(value * 1e4) / 1e4;
}
