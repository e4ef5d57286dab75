import { logChoose } from './binomial.ts';

/** The value below which Student's t with `degreesOfFreedom` (1 upwards) falls with chance `probability` (0.0001 to 0.9999). */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  // In asinh t even the tails of one degree of freedom lie near.
  const log = (v: number) => -((degreesOfFreedom + 1) / 2) * Math.log1p(Math.sinh(v) ** 2 / degreesOfFreedom) + Math.log(Math.cosh(v));
  return Math.sinh(quantilesOfLog(log, [-FARTHEST, FARTHEST], [probability])[0] as number);
}
const FARTHEST = 16;

/** The chance that `drawn` of `population`, `marked` of them marked, hold exactly `k` marked ones (hypergeometric). */
export function hypergeometric(k: number, population: number, marked: number, drawn: number): number {
  if (k < Math.max(0, drawn - (population - marked)) || k > Math.min(drawn, marked)) return 0;
  return Math.exp(logChoose(marked, k) + logChoose(population - marked, drawn - k) - logChoose(population, drawn));
}

/** The values below which a Gamma distribution of this shape and rate falls with each of rising chances. */
export function gammaQuantiles(shape: number, rate: number, at: ArrayLike<number>): Float64Array {
  const log = (u: number) => shape * u - shape * Math.exp(u);
  const sd = 1 / Math.sqrt(shape);
  return quantilesOfLog(log, [-12 * sd - 12 / shape, 6 * sd], at).map((u) => (shape * Math.exp(u)) / rate);
}

/**
 * The same of a Beta distribution, `alpha` and `beta` above 0. In the logit x, its density is x^α (1 − x)^β without its poles at 0 and 1.
 * Of a share that is all but 0, or all but 1, the tail is exponential and very long: it has a grid of its own.
 * @throws {RangeError} where either is not above 0.
 */
export function betaQuantiles(alpha: number, beta: number, at: ArrayLike<number>): Float64Array {
  if (!(alpha > 0 && beta > 0)) throw new RangeError('A Beta distribution needs two figures above 0.');
  if (alpha < LEAST_FIGURE || beta < LEAST_FIGURE) return betaQuantiles(Math.max(LEAST_FIGURE, alpha), Math.max(LEAST_FIGURE, beta), at);
  const log = (u: number) => -alpha * softplus(-u) - beta * softplus(u);
  const mode = Math.log(alpha / beta);
  // From here on the density falls by a factor e with every 1/α, or 1/β.
  const [low, high] = [-TAIL_FROM - Math.max(0, -mode), TAIL_FROM + Math.max(0, mode)];
  const [from, to] = [fallen(log, mode, -1), fallen(log, mode, 1)];
  const edges = [from, ...(from < 2 * low ? [low] : []), ...(to > 2 * high ? [high] : []), to];
  return quantilesOfLog(log, edges, at).map((u) => 1 / (1 + Math.exp(-u)));
}
const TAIL_FROM = 40;
/** Below this a tail would be longer than there are numbers for; such a share is 0, or 1, to every figure that there is. */
const LEAST_FIGURE = 1e-300;

/** How far from its mode, down (−1) or up (1), a density has fallen to nothing that counts: by e^−45. */
function fallen(logDensity: (u: number) => number, mode: number, way: -1 | 1): number {
  const floor = logDensity(mode) - 45;
  let far = 1;
  while (logDensity(mode + way * far) > floor) far *= 2;
  let near = far / 2;
  while (far - near > 0.05 * far) {
    const middle = (near + far) / 2;
    if (logDensity(mode + way * middle) > floor) near = middle;
    else far = middle;
  }
  return mode + way * far;
}

/** ln(1 + e^x), also where e^x has no figure. */
const softplus = (x: number): number => (x > 35 ? x : Math.log1p(Math.exp(x)));

/** Steps of a grid, and of the grid of a long tail. */
const STEPS = 4096;
const STEPS_OF_TAIL = 1024;

/**
 * Quantiles at rising chances, from a log density over a range that holds all that matters, added up in steps. `edges`: where it begins, where a tail goes
 * over into the middle, if it has any, and where it ends. The libraries' own inverses make code at run
 * time, which the app's content security policy rightly forbids; tests hold these to them.
 */
function quantilesOfLog(logDensity: (u: number) => number, edges: readonly number[], at: ArrayLike<number>): Float64Array {
  const spans = edges.slice(1).map((to, i) => ({ from: edges[i] as number, to }));
  const widest = Math.min(...spans.map(({ from, to }) => to - from));
  const steps = spans.map(({ from, to }) => (to - from > widest ? STEPS_OF_TAIL : STEPS));
  const count = steps.reduce((sum, one) => sum + one, 0);
  const [starts, widths] = [new Float64Array(count), new Float64Array(count)];
  let step = 0;
  for (const [i, { from, to }] of spans.entries()) {
    const width = (to - from) / (steps[i] as number);
    for (let k = 0; k < (steps[i] as number); k++, step++) {
      starts[step] = from + k * width;
      widths[step] = width;
    }
  }
  const heights = starts.map((start, i) => logDensity(start + (widths[i] as number) / 2));
  const top = heights.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const weights = heights.map((height, i) => Math.exp(height - top) * (widths[i] as number));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  // Beyond the last that counts for anything there is nothing to be found.
  const last = weights.findLastIndex((weight) => weight > 0);
  let below = 0;
  let i = 0;
  return Float64Array.from(at, (chance) => {
    const target = chance * total;
    while (i < last && below + (weights[i] as number) < target) below += weights[i++] as number;
    const weight = weights[i] as number;
    const part = weight > 0 ? Math.min(1, Math.max(0, (target - below) / weight)) : 0;
    return (starts[i] as number) + part * (widths[i] as number);
  });
}
