import hypergeometricPmf from '@stdlib/stats-base-dists-hypergeometric-pmf';

/** The value below which Student's t with `degreesOfFreedom` (1 upwards) falls with chance `probability` (0.0001 to 0.9999). */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  // In asinh t even the tails of one degree of freedom lie near.
  const log = (v: number) => -((degreesOfFreedom + 1) / 2) * Math.log1p(Math.sinh(v) ** 2 / degreesOfFreedom) + Math.log(Math.cosh(v));
  return Math.sinh(quantilesOfLog(log, -FARTHEST, FARTHEST, [probability])[0] as number);
}
const FARTHEST = 16;

/** The chance that `drawn` of `population`, `marked` of them marked, hold exactly `k` marked ones (hypergeometric). */
export function hypergeometric(k: number, population: number, marked: number, drawn: number): number {
  return hypergeometricPmf(k, population, marked, drawn);
}

/** The values below which a Gamma distribution of this shape and rate falls with each of rising chances. */
export function gammaQuantiles(shape: number, rate: number, at: ArrayLike<number>): Float64Array {
  const log = (u: number) => shape * u - shape * Math.exp(u);
  const sd = 1 / Math.sqrt(shape);
  return quantilesOfLog(log, -12 * sd - 12 / shape, 6 * sd, at).map((u) => (shape * Math.exp(u)) / rate);
}

/** The same of a Beta distribution. In the logit x, its density is x^α (1 − x)^β without its poles at 0 and 1. */
export function betaQuantiles(alpha: number, beta: number, at: ArrayLike<number>): Float64Array {
  const log = (u: number) => -alpha * Math.log1p(Math.exp(-u)) - beta * Math.log1p(Math.exp(u));
  const sd = Math.sqrt(1 / alpha + 1 / beta);
  const mode = Math.log(alpha / beta);
  return quantilesOfLog(log, mode - 10 * sd - 10 / alpha, mode + 10 * sd + 10 / beta, at).map((u) => 1 / (1 + Math.exp(-u)));
}

const STEPS = 4096;

/**
 * Quantiles at rising chances, from a log density over a range that holds all that matters, added up in steps. The libraries' own inverses make code at run
 * time, which the app's content security policy rightly forbids; tests hold these to them.
 */
function quantilesOfLog(logDensity: (u: number) => number, from: number, to: number, at: ArrayLike<number>): Float64Array {
  const width = (to - from) / STEPS;
  const heights = Float64Array.from({ length: STEPS }, (_, i) => logDensity(from + (i + 0.5) * width));
  const top = heights.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const weights = heights.map((height) => Math.exp(height - top));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  let below = 0;
  let i = 0;
  return Float64Array.from(at, (chance) => {
    const target = chance * total;
    while (i < STEPS - 1 && below + (weights[i] as number) < target) below += weights[i++] as number;
    return from + (i + Math.min(1, (target - below) / (weights[i] as number))) * width;
  });
}
