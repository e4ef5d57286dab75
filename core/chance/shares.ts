import { normalQuantile } from './normal.ts';

/** A Beta distribution of a share. */
export interface BetaShare {
  alpha: number;
  beta: number;
}

/** A share with the range in which it probably lies, all 0 to 1. */
export interface ShareRange {
  share: number;
  low: number;
  high: number;
}

/**
 * Wilson score interval for `x` of `n`, at `confidence` (default 0.95).
 * Source: Wilson 1927; for n seeds tested, what the test can and cannot say.
 * @throws {RangeError} unless 0 ≤ x ≤ n, both whole, n ≥ 1, and 0 < confidence < 1.
 */
export function wilsonInterval(x: number, n: number, confidence = 0.95): ShareRange {
  requireSample(x, n);
  const share = x / n;
  const { centre, half } = wilson(share, n, confidence);
  // At 0 and n of n the bound is exactly 0 or 1; rounding must not put it beyond.
  return { share, low: x === 0 ? 0 : Math.max(0, centre - half), high: x === n ? 1 : Math.min(1, centre + half) };
}

/** Half the width of the Wilson interval that `n` seeds are expected to give at a true share of `share`. */
export function expectedHalfWidth(share: number, n: number, confidence = 0.95): number {
  return wilson(share, n, confidence).half;
}

/**
 * How many more seeds to test after `x` of `n`, so that the expected Wilson half-width at the present
 * estimate is at most `width` (such as 0.15). 0 where the test already does.
 * @throws {RangeError} for a sample that cannot be, or a width outside 0.005 to 0.5.
 */
export function moreToTest(x: number, n: number, width: number, confidence = 0.95): number {
  requireSample(x, n);
  if (!(width >= 0.005 && width <= 0.5)) throw new RangeError('Ask for a width between 0.005 and 0.5.');
  let enough = n;
  while (expectedHalfWidth(x / n, enough, confidence) > width) enough += 1;
  return enough - n;
}

/** Jeffreys' posterior for a share after `x` of `n`: Beta(x + ½, n − x + ½). */
export function jeffreys(x: number, n: number): BetaShare {
  requireSample(x, n);
  return { alpha: x + 0.5, beta: n - x + 0.5 };
}

/** The mean of a Beta share, 0 to 1. */
export function meanShare({ alpha, beta }: BetaShare): number {
  return alpha / (alpha + beta);
}

function wilson(share: number, n: number, confidence: number): { centre: number; half: number } {
  if (!(confidence > 0 && confidence < 1)) throw new RangeError('A confidence lies between 0 and 1: nothing is quite certain.');
  const z = normalQuantile(0.5 + confidence / 2);
  const denominator = 1 + (z * z) / n;
  return {
    centre: (share + (z * z) / (2 * n)) / denominator,
    half: (z / denominator) * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n)),
  };
}

function requireSample(x: number, n: number): void {
  if (!(Number.isInteger(x) && Number.isInteger(n) && n >= 1 && x >= 0 && x <= n)) {
    throw new RangeError(`A sample of ${x} of ${n} cannot be.`);
  }
}
