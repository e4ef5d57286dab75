import type { Coordinates } from '@chill/model/lot.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/units.ts';
import type { Parsed } from './parsed.ts';

const example = () => say.of('try4631211798');
/** Degrees, perhaps minutes, perhaps seconds, perhaps a letter before or after. */
const PART =
  /([NSEWO])?\s*([−-]?\d+(?:[.,]\d+)?)\s*(?:°|d|deg|º)?\s*(?:(\d+(?:\.\d+)?)\s*(?:['′’]|m|min)?\s*(?:(\d+(?:\.\d+)?)\s*(?:["″”]|''|s|sec)?)?)?\s*([NSEWO])?/iy;

/** The quarters of the sky by their letters, however they were written: "52,4 north", "13.1 deg. E". */
export function withLetters(text: string): string {
  return text
    .replace(/\b(north|south|east|west)\b\.?/gi, (word) => (word[0] as string).toUpperCase())
    .replace(/\b(?:degrees?|deg\.?)(?=\s|$|[NSEWO])/gi, '°');
}

/** Two figures with decimal commas, and nothing but a blank or a semicolon between them. */
const DECIMAL_COMMAS = /^([−-]?\d{1,3},\d+)(?:\s+|\s*;\s*)([−-]?\d{1,3},\d+)$/;

/**
 * Reads a point as people type or paste it, latitude first unless letters say otherwise: `46.312, -117.98`, `46.312 N 117.98 W`,
 * `46°18′43″N 117°58′48″W`, `46 18 43 N, 117 58 48 W`. North and east are positive.
 */
export function parseCoordinates(text: string): Parsed<Coordinates> {
  const typed = withLetters(text.trim());
  if (typed === '') return refusal(say.of('giveLatitudeLongitude', { example: example() }));
  const commas = DECIMAL_COMMAS.exec(typed);
  const halves: [string, string] | undefined = commas ? [commas[1] as string, commas[2] as string] : splitHalves(typed);
  if (!halves) return refusal(say.of('notLatitudeLongitude', { example: example() }));
  const read = halves.map(readHalf);
  const [first, second] = read;
  if (!first || !second) return refusal(say.of('notPoint', { typed, example: example() }));
  for (const half of [first, second]) if (half.problem) return half.problem;
  const swapped = first.axis === 'longitude' || second.axis === 'latitude';
  if (first.axis && first.axis === second.axis) return refusal(say.of('sameAxisTwice', { axis: first.axis }));
  const [latitude, longitude] = swapped ? [second, first] : [first, second];
  if (Math.abs(latitude.degrees) > 90) return refusal(say.of('latitudeSwapped'));
  if (Math.abs(longitude.degrees) > 180) return refusal(say.of('longitudeOutOfRange'));
  return { ok: true, value: { latitude_deg: round(latitude.degrees), longitude_deg: round(longitude.degrees) } };
}

/** A point as it is shown: "46.3120° N, 117.9800° W". */
export function showCoordinates({ latitude_deg, longitude_deg }: Coordinates): string {
  const side = (value: number, [positive, negative]: [string, string]) =>
    `${Math.abs(value).toFixed(4)}° ${value < 0 ? negative : positive}`;
  return `${side(latitude_deg, ['N', 'S'])}, ${side(longitude_deg, ['E', 'W'])}`;
}

/** Where the second half begins: after a letter, a comma or semicolon, or in the middle of an even number of figures. */
function splitHalves(text: string): [string, string] | undefined {
  const lettered = /^(.*?\d.*?[NS])[\s,;]*(.*\d.*[EWO])$/i.exec(text) ?? /^(.*?\d.*?[EWO])[\s,;]*(.*\d.*[NS])$/i.exec(text);
  if (lettered && /[NSEWO]\s*$/i.test(lettered[1] as string)) return [lettered[1] as string, lettered[2] as string];
  const led = /^([NS].*\d.*?)[\s,;]*([EWO].*)$/i.exec(text);
  if (led) return [led[1] as string, led[2] as string];
  const parted = text.split(/\s*[;,]\s+|\s*;\s*|,(?=\s*[−-]?\d+\.)/).filter(Boolean);
  if (parted.length === 2) return [parted[0] as string, parted[1] as string];
  const words = text.split(/[\s,]+/);
  if (words.length >= 2 && words.length % 2 === 0)
    return [words.slice(0, words.length / 2).join(' '), words.slice(words.length / 2).join(' ')];
  return undefined;
}

function readHalf(text: string): { degrees: number; axis?: 'latitude' | 'longitude'; problem?: Refusal } | undefined {
  PART.lastIndex = 0;
  const typed = text.trim();
  const match = PART.exec(typed);
  if (!match || PART.lastIndex < typed.length) return undefined;
  const [, before, degrees, minutes, seconds, after] = match;
  const letter = (before ?? after)?.toUpperCase();
  const size = Number((degrees as string).replace('−', '-').replace(',', '.'));
  const [m, s] = [Number(minutes ?? 0), Number(seconds ?? 0)];
  if (m >= 60 || s >= 60) return { degrees: 0, problem: refusal(say.of('minutesOutOfRange')) };
  if (letter && size < 0) return { degrees: 0, problem: refusal(say.of('minusAndLetter')) };
  const whole = Math.abs(size) + m / 60 + s / 3600;
  const south = size < 0 || letter === 'S' || letter === 'W' || letter === 'O';
  return {
    degrees: south ? -whole : whole,
    ...(letter && { axis: letter === 'N' || letter === 'S' ? ('latitude' as const) : ('longitude' as const) }),
  };
}

/** A tenth of a metre on the ground is more than any receiver knows. */
function round(degrees: number): number {
  return Math.round(degrees * 1e6) / 1e6;
}
