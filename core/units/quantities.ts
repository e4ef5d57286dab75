import type { Units } from '@chill/model/nursery.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import { worded } from '@chill/words/tables.ts';
import { say } from '@chill/words/units.ts';
import { withLetters } from './coordinates.ts';
import { inMeasures } from './measures.ts';
import { FIGURES, type NumberFormat, readNumber } from './number.ts';
import type { Parsed } from './parsed.ts';

/** What is being measured; each is stored in the SI unit named in its suffix. */
export type Quantity = 'temperature_C' | 'length_mm' | 'volume_mL' | 'mass_g' | 'duration_days' | 'height_m' | 'share';

interface Unit {
  /** How it may be written, lower case. The first is how it is shown. */
  written: string[];
  scale: number;
  offset?: number;
}

/** US customary measures are exact (international yard and pound; US gallon of 231 cubic inches). */
const UNITS: Record<Quantity, Unit[]> = {
  temperature_C: [
    { written: ['°c', 'c', 'degc', 'celsius'], scale: 1 },
    { written: ['°f', 'f', 'degf', 'fahrenheit'], scale: 5 / 9, offset: -32 },
  ],
  length_mm: [
    { written: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'], scale: 1 },
    { written: ['in', '"', '″', 'inch', 'inches'], scale: 25.4 },
    { written: ['cm', 'centimetre', 'centimetres', 'centimeters'], scale: 10 },
    { written: ['ft', "'", 'foot', 'feet'], scale: 304.8 },
    { written: ['m', 'metre', 'metres', 'meter', 'meters'], scale: 1000 },
  ],
  volume_mL: [
    { written: ['ml', 'millilitre', 'millilitres', 'milliliters', 'cc'], scale: 1 },
    { written: ['tsp', 'teaspoon', 'teaspoons'], scale: 4.92892159375 },
    { written: ['tbsp', 'tablespoon', 'tablespoons'], scale: 14.78676478125 },
    { written: ['fl oz', 'floz', 'fluid ounce', 'fluid ounces'], scale: 29.5735295625 },
    { written: ['cup', 'cups'], scale: 236.5882365 },
    { written: ['gal', 'gallon', 'gallons'], scale: 3785.411784 },
    { written: ['l', 'litre', 'litres', 'liter', 'liters'], scale: 1000 },
  ],
  mass_g: [
    { written: ['g', 'gram', 'grams'], scale: 1 },
    { written: ['oz', 'ounce', 'ounces'], scale: 453.59237 / 16 },
    { written: ['mg', 'milligram', 'milligrams'], scale: 0.001 },
    { written: ['kg', 'kilogram', 'kilograms'], scale: 1000 },
    { written: ['lb', 'lbs', 'pound', 'pounds'], scale: 453.59237 },
  ],
  duration_days: [
    { written: ['d', 'day', 'days'], scale: 1 },
    { written: ['h', 'hr', 'hrs', 'hour', 'hours'], scale: 1 / 24 },
    { written: ['min', 'mins', 'minute', 'minutes'], scale: 1 / 1440 },
    { written: ['wk', 'wks', 'w', 'week', 'weeks'], scale: 7 },
    { written: ['month', 'months', 'mo'], scale: 30.436875 },
  ],
  height_m: [
    { written: ['m', 'metre', 'metres', 'meter', 'meters'], scale: 1 },
    { written: ['ft', "'", 'foot', 'feet'], scale: 0.3048 },
  ],
  share: [
    { written: ['%', 'percent', 'per cent', 'pct'], scale: 0.01 },
    { written: ['in 10'], scale: 0.1 },
    { written: ['in 100'], scale: 0.01 },
  ],
};

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const NUMBER = new RegExp(String.raw`^([−-]?)(?:(\d+) (\d+)\/(\d+)|(\d+)\/(\d+)|(${FIGURES}))`);
const EXAMPLES: Record<Quantity, string> = worded(say, {
  temperature_C: 'exampleOfTemperature',
  length_mm: 'exampleOfLength',
  volume_mL: 'exampleOfVolume',
  mass_g: 'exampleOfMass',
  duration_days: 'exampleOfTime',
  height_m: 'exampleOfElevation',
  share: 'exampleOfShare',
});

/**
 * Reads a number with its unit as people type it: `75F`, `3/16 in`, `1 1/2 tsp`, `½ oz`, `6 wk`, `2,5 mm`, `17 in 20`.
 * Returns the value in the quantity's SI unit. Where no unit is typed, `assumed` (any written form) is taken;
 * without an `assumed` unit it is asked for. `1,000` and `1.000` are read by the nursery's `numbers`, and come back marked `twoWays`.
 */
export function parseQuantity(text: string, quantity: Quantity, assumed?: string, numbers: NumberFormat = 'point'): Parsed<number> {
  const example = EXAMPLES[quantity];
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .trim()
    .replace(/\s+/g, ' ');
  if (typed === '') return refusal(say.of('giveFigureSuch', { example }));
  const match = NUMBER.exec(typed);
  if (!match) return refusal(say.of('noNumberFirst', { text: text.trim(), example }));
  const read = amountOf(match, numbers);
  if ('reason' in read) return read;
  const amount = read.value;
  const rest = typed.slice(match[0].length).trim();

  const outOf = quantity === 'share' ? /^(?:in|of|out of) (\d+)$/.exec(rest) : null;
  if (outOf) return Number(outOf[1]) > 0 ? { ok: true, value: amount / Number(outOf[1]) } : refusal(say.of('outOfZero'));
  if (quantity === 'share' && match[5]) {
    // 17/20 is a share already; 17/20 of a per cent is nobody's.
    return rest === '' ? { ok: true, value: amount } : refusal(say.of('writeOfSomething', { some: match[5], all: match[6] }));
  }
  const name = rest || assumed?.toLowerCase();
  if (!name) return refusal(say.of('whichUnitTry', { example }));
  const unit = UNITS[quantity].find((candidate) => candidate.written.includes(name.replace(/\.$/, '')));
  if (!unit) return refusal(say.of('notUnitTry', { rest, example }));
  return { ok: true, value: (amount + (unit.offset ?? 0)) * unit.scale, ...(read.twoWays && { twoWays: true as const }) };
}

function amountOf(match: RegExpExecArray, numbers: NumberFormat): { value: number; twoWays: boolean } | Refusal {
  const [, sign, whole, over, under, top, bottom, decimal] = match;
  const read = decimal
    ? readNumber(decimal, numbers)
    : { value: over ? Number(whole) + Number(over) / Number(under) : Number(top) / Number(bottom), twoWays: false };
  if (!read) return refusal(say.of('thousandsInThrees', { decimal }));
  if (!Number.isFinite(read.value)) return refusal(say.of('fractionOverZero'));
  return sign ? { ...read, value: -read.value } : read;
}

/** Which unit a grower reads each quantity in, as `parseQuantity` takes it. */
export function unitOf(quantity: Quantity, units: Units): string {
  const chosen: Record<Quantity, string> = {
    temperature_C: units.temperature,
    length_mm: units.length,
    volume_mL: units.volume,
    mass_g: units.mass,
    duration_days: 'd',
    height_m: units.length === 'in' ? 'ft' : 'm',
    share: '%',
  };
  return chosen[quantity];
}

const SHOWN: Record<string, string> = { c: '°C', f: '°F', ml: 'mL' };

/** The figure in the grower's unit and that unit apart, so that a page can set them in different type. */
export function inUnits(value: number, quantity: Quantity, units: Units, digits = 1): { figure: string; unit: string } {
  if (quantity === 'volume_mL') return inMeasures(value, units.volume);
  const name = unitOf(quantity, units).toLowerCase();
  const unit = UNITS[quantity].find((candidate) => candidate.written.includes(name)) as Unit;
  const amount = value / unit.scale - (unit.offset ?? 0);
  const figure = String(Number(amount.toFixed(digits))).replace('-', '−');
  return { figure, unit: SHOWN[name] ?? name };
}

/**
 * A value as it stands in a field that can be typed in again: in the grower's unit, thousands unmarked, and small volumes in figures where a spoon has no
 * name for them.
 */
export function typedQuantity(value: number, quantity: Quantity, units: Units, digits = 1): string {
  const { figure, unit } = inUnits(value, quantity, units, digits);
  return /^less/.test(figure) ? `${Number(value.toFixed(2))} mL` : `${figure} ${unit}`;
}

/** A value as text in the grower's unit: "3.6 °C", "0.2 in". */
export function showQuantity(value: number, quantity: Quantity, units: Units, digits = 1): string {
  const { figure, unit } = inUnits(value, quantity, units, digits);
  return `${figure} ${unit}`;
}

/**
 * Reads a latitude in degrees, north positive: `46.3`, `46.3 N`, `52,4 north`, `38.1S`, `46°18′N`.
 */
export function parseLatitude(text: string): Parsed<number> {
  const match = /^([−-]?)(\d{1,3}(?:[.,]\d+)?)\s*°?\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*[′'])?\s*([nNsS])?$/.exec(withLetters(text.trim()));
  if (!match) return refusal(say.of('giveLatitude'));
  const [, sign, degrees, minutes, side] = match;
  if (Number(minutes?.replace(',', '.')) >= 60) return refusal(say.of('minutesTooLarge'));
  if (sign && side) return refusal(say.of('minusAndLetter'));
  const size = Number((degrees as string).replace(',', '.')) + Number((minutes ?? '0').replace(',', '.')) / 60;
  if (size > 90) return refusal(say.of('latitudeOutOfRange'));
  return { ok: true, value: sign || side?.toLowerCase() === 's' ? -size : size };
}

/** A volume in the grower's measure and in the other one, "250 mL (1 cup)": whoever has no syringe has a spoon. */
export function volumeBothWays(volume_mL: number, units: Units): string {
  return `${showQuantity(volume_mL, 'volume_mL', units)} (${volumeOtherWay(volume_mL, units)})`;
}

/** A volume in the measure that the grower does not read in: what stands beside a large figure, for whoever has a spoon and no syringe. */
export function volumeOtherWay(volume_mL: number, units: Units): string {
  return showQuantity(volume_mL, 'volume_mL', { ...units, volume: units.volume === 'mL' ? 'tsp' : 'mL' });
}
