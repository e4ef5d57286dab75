import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/mix.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { valueName } from '../kinds/values.ts';
import { FIGURES, type NumberFormat, readNumber } from '../units/number.ts';
import type { Parsed } from '../units/parsed.ts';

/** Two volumes, mL, that make a dilution. */
export interface Dilution {
  stock_mL: number;
  water_mL: number;
  /** Share of the stock's strength that is left, 0 to 1. */
  part: number;
}

/**
 * How much stock of `stock` strength and how much water make `total_mL` of `wanted` strength: C₁V₁ = C₂V₂. Strengths in one unit, per cent or not.
 * @throws {RangeError} where the wish is stronger than the stock, or anything is not above zero.
 */
export function dilute(stock: number, wanted: number, total_mL: number): Dilution {
  if (!(stock > 0 && wanted > 0 && total_mL > 0)) throw new RangeError('Give strengths and a volume above zero.');
  if (wanted > stock) throw new RangeError('Water only weakens: the wish is stronger than what is in the bottle.');
  const stock_mL = (total_mL * wanted) / stock;
  return { stock_mL, water_mL: total_mL - stock_mL, part: wanted / stock };
}

const SAID = new RegExp(`^(${FIGURES})\\s*(to|:|in)\\s*(${FIGURES})$`, 'i');

/**
 * Reads a dilution as people say it. "1 to 3" and "1:3" are one part and three parts of water, four in all; "1 in 4" is one part of four. The two
 * are never taken for one another: both volumes come back for `total_mL`.
 */
export function parseDilution(text: string, total_mL: number, numbers: NumberFormat = 'point'): Parsed<Dilution> {
  const match = SAID.exec(text.trim());
  const unread = refusal(say.of('sayTheDilution'));
  if (!match) return unread;
  const [first, second] = [match[1], match[3]].map((figure) => readNumber(figure as string, numbers));
  if (!first || !second) return unread;
  const [parts, other] = [first.value, second.value];
  const all = match[2]?.toLowerCase() === 'in' ? other : parts + other;
  if (!(parts > 0 && all > 0)) return unread;
  if (parts > all) return refusal(say.of('partsExceedWhole', { part: parts, whole: all }));
  const stock_mL = (total_mL * parts) / all;
  const twoWays = (first.twoWays || second.twoWays) && { twoWays: true as const };
  return { ok: true, value: { stock_mL, water_mL: total_mL - stock_mL, part: parts / all }, ...twoWays };
}

export const CHEMICALS = ['peroxide', 'bleach', 'acid', 'ammonia', 'vinegar'] as const;
export type Chemical = (typeof CHEMICALS)[number];

/** Pairs that must never meet, and what comes of it. */
const NEVER = [
  ['bleach', 'acid', say.of('releasesChlorineGas')],
  ['bleach', 'vinegar', say.of('releasesChlorineGas')],
  ['bleach', 'ammonia', say.of('makesChloramine')],
  ['bleach', 'peroxide', say.of('foamsBurstsVessels')],
  ['peroxide', 'vinegar', say.of('makesPeraceticAcid')],
  ['peroxide', 'acid', say.of('burnsAndMayBurst')],
] as const satisfies [Chemical, Chemical, Sentence][];

/** Why two chemicals must not be mixed, or `undefined` where nothing is known against it. Never the last word: the labels rule. */
export function mustNotMix(a: Chemical, b: Chemical): Sentence | undefined {
  const found = NEVER.find(([one, other]) => (one === a && other === b) || (one === b && other === a));
  return found && say.of('neverTogether', { first: valueName.of(a), second: valueName.of(b), because: found[2] });
}
