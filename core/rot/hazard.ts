import type { Medium } from '@chill/model/stage.ts';
import { rotIn } from '../kinds/media.ts';

/** Factor by which rot quickens with ten degrees. Assumption. */
export const ROT_Q10 = 2.2;
/** Temperature at which the media's rates hold, °C. */
export const ROT_REFERENCE_C = 4;
/** Factor by how wet it is found. Assumption. */
export const ROT_MOISTURE = { wet: 3, right: 1, dry: 0.7 } as const;
/** Factor by how clean the seed went in. Assumption. */
export const ROT_CLEANLINESS = { bathed: 0.6, plain: 1, pulpLeft: 3 } as const;

/** What else decides how fast wet seed is lost. */
export interface RotConditions {
  medium: Medium;
  temperature_C: number;
  moisture?: keyof typeof ROT_MOISTURE;
  cleanliness?: keyof typeof ROT_CLEANLINESS;
  /** The nursery's own multiplier for this medium, learned from its mould records; 1 where there are none. */
  own?: number;
}

/** The factor on the fresh hazard from temperature, moisture and cleanliness. */
export function rotFactor({ temperature_C, moisture = 'right', cleanliness = 'plain', own = 1 }: Omit<RotConditions, 'medium'>): number {
  return ROT_LAW.at(temperature_C) * ROT_MOISTURE[moisture] * ROT_CLEANLINESS[cleanliness] * own;
}

/** 2.2 for ten degrees, as a rate by the degree. */
const ROT_RATE_PER_C = Math.log(ROT_Q10) / 10;

/** The factor of temperature on rot along a straight line between readings: 2.2^((T − 4)/10), with its antiderivative. */
export const ROT_LAW = {
  at: (temperature_C: number) => Math.exp(ROT_RATE_PER_C * (temperature_C - ROT_REFERENCE_C)),
  area: (temperature_C: number) => Math.exp(ROT_RATE_PER_C * (temperature_C - ROT_REFERENCE_C)) / ROT_RATE_PER_C,
};

/** Chance per day, as a rate, that a seed is lost while its medium is `age_days` old (0 or more). */
export function rotHazard(age_days: number, conditions: RotConditions): number {
  const { fresh_perDay, doublesAfter_days } = rotIn(conditions.medium);
  return fresh_perDay * (1 + age_days / doublesAfter_days) * rotFactor(conditions);
}

/**
 * Share not lost to an added-up hazard (0 or more) while the multiplier on it is Gamma(shape) with mean 1: E exp(−m·H) = (1 + H/shape)^−shape.
 * Without a shape the multiplier is taken as known.
 */
export function expectedSurvival(exposure: number, shape = Number.POSITIVE_INFINITY): number {
  return Number.isFinite(shape) ? (1 + exposure / shape) ** -shape : Math.exp(-exposure);
}

/** The hazard of right-damp, plain seed at the reference temperature, added up exactly from age `from_days` to age `to_days` of the medium. */
export function ageing(from_days: number, to_days: number, medium: Medium): number {
  const { fresh_perDay, doublesAfter_days } = rotIn(medium);
  return fresh_perDay * (to_days - from_days + (to_days ** 2 - from_days ** 2) / (2 * doublesAfter_days));
}

/** The hazard added up from age `from_days` to age `to_days` of the medium. Seed that survives: exp(−this). */
export function rotExposure(from_days: number, to_days: number, conditions: RotConditions): number {
  return ageing(from_days, to_days, conditions.medium) * rotFactor(conditions);
}
