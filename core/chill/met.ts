import type { Place } from '@chill/model/place.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { dayNumber } from '../calendar/dates.ts';
import { PLACES } from '../kinds/places.ts';
import { ROT_LAW } from '../rot/hazard.ts';
import { cosineDay } from './cosineDay.ts';
import { effectiveness } from './effectiveness.ts';
import { UNDOES_AFTER_DAYS, UNDONE_PER_DAY } from './measured.ts';

/** Where a batch lay, from which day on. */
export interface PlaceStay {
  on: PlainDate;
  placeId: PlaceId;
}

/** What the temperatures that a batch met, and those that it is expected to meet, do to it, by whole days since its stage began. */
export interface Met {
  /** Effective days that day `day` (0 is the first) earns, 0 to 1, moist. */
  effect: (day: number) => number;
  /** Factor of temperature on rot on that day. */
  rot: (day: number) => number;
  /** Share of that day that was measured, 0 to 1; 0 for days to come. */
  measured: (day: number) => number;
  /** Chill-days undone by long hot spells by the end of `day` whole days. */
  undone: (day: number) => number;
  /** What the place where it lies now is expected to hold, °C, and whether that is from its readings. */
  expected_C: number;
  expectedMeasured: boolean;
}

/** What is to come is taken from the middle of the last days of readings: so many, of which so many must have been measured for half a day or more. */
const LOOK_BACK_DAYS = 14;
const ENOUGH_DAYS = 7;
const HALF_A_DAY = 0.5;

/** So many measured days since it was set to something else tell what it really holds. */
const ENOUGH_SINCE_SET_DAYS = 3;

/**
 * What a place is expected to hold from `today` on: the middle of its last fortnight's readings, its nominal where there are too few. Where it was set to
 * something else by hand, its readings from before say nothing of what is to come: it is what it was set to, until those since then tell.
 */
export function expectedOf(
  place: Pick<Place, 'id' | 'nominal_C'> & Partial<Pick<Place, 'setTo'>>,
  records: readonly PlaceTemperatures[],
  today: PlainDate,
): { celsius: number; measured: boolean; middle: (of: (record: PlaceTemperatures, day: number) => number) => number | undefined } {
  const record = records.find(({ placeId }) => placeId === place.id);
  const days: number[] = [];
  if (record) {
    const end = dayNumber(today) - dayNumber(record.from);
    // The day itself is half of the one and half of the other.
    const since = place.setTo ? dayNumber(place.setTo.on) + 1 - dayNumber(record.from) : 0;
    for (let day = Math.max(0, since, end - LOOK_BACK_DAYS); day < Math.min(end, record.measured.length); day++) {
      if ((record.measured[day] as number) >= HALF_A_DAY) days.push(day);
    }
  }
  const middle = (of: (record: PlaceTemperatures, day: number) => number) => {
    if (!record || days.length < (place.setTo ? ENOUGH_SINCE_SET_DAYS : ENOUGH_DAYS)) return undefined;
    const sorted = days.map((day) => of(record, day)).sort((a, b) => a - b);
    const half = sorted.length >> 1;
    return sorted.length % 2 ? (sorted[half] as number) : ((sorted[half - 1] as number) + (sorted[half] as number)) / 2;
  };
  const celsius = middle((one, day) => one.mean_C[day] as number);
  return { celsius: celsius ?? place.setTo?.celsius ?? place.nominal_C, measured: celsius !== undefined, middle };
}

const measuredPlaces = new WeakMap<
  readonly Place[],
  { records: readonly PlaceTemperatures[]; today: PlainDate; places: SwingingPlace[] }
>();

/**
 * Places as whatever is still to come should calculate with them: at what their last fortnight's readings say, to a tenth of a degree, or at what they were
 * set to, instead of what is written down. Outdoors goes by the year, not by a fortnight. Remembered, since every batch of a nursery asks for the same.
 */
export function asMeasured(places: readonly Place[], records: readonly PlaceTemperatures[], today: PlainDate): SwingingPlace[] {
  const known = measuredPlaces.get(places);
  if (known?.records === records && known.today === today) return known.places;
  const measured = places.map((place): SwingingPlace => {
    if (PLACES[place.kind].weather) return place;
    const { celsius, middle } = expectedOf(place, records, today);
    const halfSwing = middle((record, day) => ((record.max_C[day] ?? celsius) - (record.min_C[day] ?? celsius)) / 2);
    const nominal_C = toTenth(celsius);
    return nominal_C === place.nominal_C && halfSwing === undefined
      ? place
      : { ...place, nominal_C, ...(halfSwing !== undefined && { halfSwing_C: toTenth(halfSwing) }) };
  });
  measuredPlaces.set(places, { records, today, places: measured });
  return measured;
}

const toTenth = (value: number) => Math.round(value * 10) / 10;

/** A place with half the swing of its days, °C, where its readings tell it. */
export type SwingingPlace = Place & { halfSwing_C?: number };

/**
 * What a batch met in the places where it lay since `since`, by their readings before `today`, and is expected to meet in the last of them from then on.
 * A place that is not known any more, and a batch in none, has `planned_C`. `response` says what earns.
 */
export function metBy(
  { since, stays, planned_C }: { since: PlainDate; stays: readonly PlaceStay[]; planned_C: number },
  response: TemperatureResponse,
  { places, records, today }: { places: readonly Place[]; records: readonly PlaceTemperatures[]; today: PlainDate },
): Met {
  const [first, now] = [dayNumber(since), dayNumber(today)];
  const stayed = stays.map(({ on, placeId }, i) => {
    const place = places.find(({ id }) => id === placeId);
    const record = place && records.find((one) => one.placeId === place.id);
    const nominal_C = place?.nominal_C ?? planned_C;
    return {
      from: i === 0 ? first : dayNumber(on),
      record,
      recordFrom: record ? dayNumber(record.from) : 0,
      effects: effectsBy(record, response),
      effect: effectiveness(nominal_C, response),
      rot: ROT_LAW.at(nominal_C),
    };
  });
  const at = (day: number) => stayed.findLast(({ from }) => from <= first + day) ?? stayed[0];
  const current = places.find(({ id }) => id === stays.at(-1)?.placeId);
  const expected = expectedOf(current ?? { id: '', nominal_C: planned_C }, records, today);
  const fromMean = (record: PlaceTemperatures, day: number) => {
    const [min, max, mean] = [record.min_C[day], record.max_C[day], record.mean_C[day] as number];
    return typeof min === 'number' && typeof max === 'number' ? cosineDay(min, max, response) : effectiveness(mean, response);
  };
  const expectedEffect =
    expected.middle((record, day) => effectsBy(record, response)?.[day] ?? fromMean(record, day)) ??
    effectiveness(expected.celsius, response);
  const expectedRot = expected.middle((record, day) => record.rot[day] as number) ?? ROT_LAW.at(expected.celsius);
  const past = (day: number) => first + day < now;
  const hot = hotSpells(stayed, now);
  return {
    effect: (day) => {
      if (!past(day)) return expectedEffect;
      const stay = at(day);
      if (!stay) return effectiveness(planned_C, response);
      const i = first + day - stay.recordFrom;
      if (!stay.record || i < 0 || i >= stay.record.measured.length) return stay.effect;
      return stay.effects?.[i] ?? (stay.record.mean_C[i] === null ? stay.effect : fromMean(stay.record, i));
    },
    rot: (day) => {
      if (!past(day)) return expectedRot;
      const stay = at(day);
      return stay?.record?.rot[first + day - stay.recordFrom] ?? stay?.rot ?? ROT_LAW.at(planned_C);
    },
    measured: (day) => {
      const stay = past(day) ? at(day) : undefined;
      return stay?.record?.measured[first + day - stay.recordFrom] ?? 0;
    },
    undone: (day) =>
      hot.reduce(
        (sum, { begins, ends }) => sum + UNDONE_PER_DAY * Math.max(0, Math.min(first + day, ends) - begins - UNDOES_AFTER_DAYS),
        0,
      ),
    expected_C: expected.celsius,
    expectedMeasured: expected.measured,
  };
}

/** When a batch lay hot, in local days since 1970 with their fractions, up to `now`. */
function hotSpells(
  stayed: readonly { from: number; record: PlaceTemperatures | undefined }[],
  now: number,
): { begins: number; ends: number }[] {
  return joined(
    stayed.flatMap(({ from, record }, i) =>
      (record?.hot ?? []).flatMap(({ from_day, to_day }) => {
        const [begins, ends] = [Math.max(from, from_day), Math.min(now, stayed[i + 1]?.from ?? now, to_day)];
        return ends > begins ? [{ begins, ends }] : [];
      }),
    ),
  );
}

/** Moved from one hot place to another, seed stays hot: spells that touch are one. Local days since 1970, with their fractions. */
function joined(spells: readonly { begins: number; ends: number }[]): { begins: number; ends: number }[] {
  const all: { begins: number; ends: number }[] = [];
  for (const { begins, ends } of spells) {
    const last = all.at(-1);
    if (last && begins - last.ends < TOUCHES_DAYS) last.ends = Math.max(last.ends, ends);
    else all.push({ begins, ends });
  }
  return all;
}
/** Two spells closer than this are one: seed warms and cools as slowly, days. */
const TOUCHES_DAYS = 1 / 24;

/** What each day of a record earns by a response; `undefined` where that response was not asked for. */
export function effectsBy(record: PlaceTemperatures | undefined, response: TemperatureResponse): number[] | undefined {
  return record?.effects.find((one) => sameResponse(one.response, response))?.days;
}

function sameResponse(a: TemperatureResponse, b: TemperatureResponse): boolean {
  return a.zeroBelow_C === b.zeroBelow_C && a.fullFrom_C === b.fullFrom_C && a.fullTo_C === b.fullTo_C && a.zeroAbove_C === b.zeroAbove_C;
}
