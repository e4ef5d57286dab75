import { fromDayNumber } from '@chill/core/calendar/dates.ts';
import { zoneOffset_ms } from '@chill/core/calendar/moments.ts';
import { randomFrom } from '@chill/core/chance/random.ts';
import type { Readings } from '@chill/core/readings/readings.ts';
import { type YearOfDays, yearOf } from '@chill/core/winter/climate.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;
/** A logger writes a reading down this often, ms. */
export const LOGS_EVERY_MS = 10 * MINUTE_MS;

/** A refrigerator's compressor runs in turns of this length, and swings this far either side, °C. */
const FRIDGE_TURN_MS = 38 * MINUTE_MS;
const FRIDGE_SWING_C = 0.9;
/** A door opened lets this much in, °C, and it is gone after about so long. */
const DOOR_C = 2.2;
const DOOR_FADES_MS = 25 * MINUTE_MS;
const DOOR_HOURS = [7.4, 12.6, 18.3];
const ROOM_SWING_C = 2.4;
const FREEZER_SWING_C = 1.6;
const MAT_SWING_C = 0.7;
/** The weather's day-to-day spread, °C, and how much of one day's the next has. */
const WEATHER_SD_C = 3.6;
const WEATHER_KEEPS = 0.65;
const WEATHER_BACK_DAYS = 14;

/** Something that went wrong in a place: from when to when, and how warm it became there. */
export interface Trouble {
  placeName: string;
  from_ms: number;
  to_ms: number;
  reaches_C: number;
}

/** How fast a place warms and cools when something goes wrong, ms. */
const WARMS_MS = 3 * 3_600_000;

/** Where and when the simulated temperatures are. */
export interface SimulatedAir {
  nursery: Pick<Nursery, 'climate' | 'latitude_deg' | 'lastFrost' | 'timeZone'>;
  troubles?: readonly Trouble[];
}

const offsets = new Map<string, number>();

/** A zone's offset in an hour since 1970, ms; a logger's months ask for each six times over. */
function offsetIn(hour: number, timeZone: string): number {
  const key = `${timeZone} ${hour}`;
  const kept = offsets.get(key);
  if (kept !== undefined) return kept;
  const offset = zoneOffset_ms(hour * 3_600_000, timeZone);
  offsets.set(key, offset);
  return offset;
}

/** What a place really has at a moment, °C. Pure: the same moment always has the same. */
export function truth_C(
  place: Pick<Place, 'name' | 'kind' | 'nominal_C'>,
  at_ms: number,
  { nursery, troubles = [] }: SimulatedAir,
): number {
  const local = at_ms + offsetIn(Math.floor(at_ms / 3_600_000), nursery.timeZone);
  const usual = usual_C(place, local, yearOf(nursery));
  return troubles
    .filter(({ placeName }) => placeName === place.name)
    .reduce((celsius, { from_ms, to_ms, reaches_C }) => {
      if (at_ms < from_ms) return celsius;
      const warmed = 1 - Math.exp(-(Math.min(at_ms, to_ms) - from_ms) / WARMS_MS);
      const cooled = at_ms > to_ms ? Math.exp(-(at_ms - to_ms) / WARMS_MS) : 1;
      return celsius + (reaches_C - celsius) * warmed * cooled;
    }, usual);
}

function usual_C({ name, kind, nominal_C }: Pick<Place, 'name' | 'kind' | 'nominal_C'>, local_ms: number, year: YearOfDays): number {
  const hour = (local_ms % DAY_MS) / 3_600_000;
  const day = Math.floor(local_ms / DAY_MS);
  const afternoon = Math.cos((2 * Math.PI * (hour - 15)) / 24);
  switch (kind) {
    case 'fridge': {
      const turn = (local_ms % FRIDGE_TURN_MS) / FRIDGE_TURN_MS;
      const doors = DOOR_HOURS.map((opens, i) => {
        const since = (hour - opens - randomFrom(`${name} door ${day} ${i}`)() * 1.5) * 3_600_000;
        return since > 0 ? DOOR_C * Math.exp(-since / DOOR_FADES_MS) : 0;
      });
      const dial = (randomFrom(`${name} dial ${Math.floor(day / 9)}`)() - 0.5) * 0.6;
      return nominal_C + dial + FRIDGE_SWING_C * (turn < 0.6 ? turn / 0.3 - 1 : 1 - (turn - 0.6) / 0.2) + Math.max(...doors);
    }
    case 'freezer':
      return nominal_C + FREEZER_SWING_C * Math.sin((2 * Math.PI * hour) / 2.2);
    case 'mat':
      return nominal_C + MAT_SWING_C * Math.sin((2 * Math.PI * hour) / 1.3) + 0.4 * afternoon;
    case 'outdoors': {
      const at = (day + 0.5 - dayOfNewYear(day)) % 365;
      const i = Math.floor(at) % 365;
      return (year.mean_C[i] as number) + weather(day) + (year.halfSwing_C[i] as number) * afternoon;
    }
    default:
      return nominal_C + ROOM_SWING_C * afternoon;
  }
}

function dayOfNewYear(day: number): number {
  return Date.UTC(Number(fromDayNumber(day).slice(0, 4)), 0, 1) / DAY_MS;
}

const anomalies = new Map<number, number>();

/** The anomaly of a day; a logger asks for that of the same day with every reading. */
function weather(day: number): number {
  const known = anomalies.get(day);
  if (known !== undefined) return known;
  const made = anomalyOf(day);
  anomalies.set(day, made);
  return made;
}

/** What single days bring, each fading into those after it. */
function anomalyOf(day: number): number {
  let sum = 0;
  for (let back = 0; back < WEATHER_BACK_DAYS; back++) {
    const random = randomFrom(`weather ${day - back}`);
    const brought = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    sum += WEATHER_KEEPS ** back * brought;
  }
  return sum * WEATHER_SD_C * Math.sqrt(1 - WEATHER_KEEPS ** 2);
}

/** What a simulated logger wrote down after `since_ms` and up to `until_ms`, in tenths of a degree as such loggers do. */
export function logged(place: Pick<Place, 'name' | 'kind' | 'nominal_C'>, since_ms: number, until_ms: number, air: SimulatedAir): Readings {
  const first = Math.floor(since_ms / LOGS_EVERY_MS) + 1;
  const count = Math.max(0, Math.floor(until_ms / LOGS_EVERY_MS) - first + 1);
  const at_ms = Float64Array.from({ length: count }, (_, i) => (first + i) * LOGS_EVERY_MS);
  return { at_ms, celsius: at_ms.map((at) => Math.round(truth_C(place, at, air) * 10) / 10) };
}
