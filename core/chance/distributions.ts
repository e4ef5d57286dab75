import gammaQuantileOf from '@stdlib/stats-base-dists-gamma-quantile';
import hypergeometricPmf from '@stdlib/stats-base-dists-hypergeometric-pmf';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';

/** The value below which Student's t with `degreesOfFreedom` (1 upwards) falls with chance `probability`. */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  return tQuantile(probability, degreesOfFreedom);
}

/** The chance that `drawn` of `population`, `marked` of them marked, hold exactly `k` marked ones (hypergeometric). */
export function hypergeometric(k: number, population: number, marked: number, drawn: number): number {
  return hypergeometricPmf(k, population, marked, drawn);
}

/** The value below which a Gamma distribution of this shape and rate falls with chance `probability`. */
export function gammaQuantile(probability: number, shape: number, rate: number): number {
  return gammaQuantileOf(probability, shape, rate);
}
