/** Terms of a binomial smaller than this part of what is summed already are left out. */
const NEGLIGIBLE = 1e-12;
/** Further from its mean than this many standard deviations (and this many counts) a binomial has no chance worth adding. */
const FAR_SDS = 9;
const FAR_COUNTS = 40;

/** ln(n!) up to here is added up once; beyond it Stirling's series is exact to the last digit. */
const TABLED = 256;
const LOG_FACTORIALS = new Float64Array(TABLED);
for (let n = 1; n < TABLED; n++) LOG_FACTORIALS[n] = (LOG_FACTORIALS[n - 1] as number) + Math.log(n);
const HALF_LOG_TWO_PI = 0.5 * Math.log(2 * Math.PI);

/** ln(n!) of a whole number, 0 or more. Source: Stirling's series. */
export function logFactorial(n: number): number {
  if (n < TABLED) return LOG_FACTORIALS[n] as number;
  const square = 1 / (n * n);
  return (n + 0.5) * Math.log(n) - n + HALF_LOG_TWO_PI + (1 / 12 - square * (1 / 360 - square / 1260)) / n;
}

/** ln of the number of ways to choose `k` of `n`. */
export function logChoose(n: number, k: number): number {
  return logFactorial(n) - logFactorial(k) - logFactorial(n - k);
}

/**
 * P(Binomial(n, p) ≥ k), 0 to 1: summed from the shorter side outwards from k until the terms no longer count, so that it costs about the width of the
 * distribution, not its length. `logWays` is ln(n choose k), for those who ask it of many p.
 */
export function binomialAtLeast(k: number, n: number, p: number, logWays?: number): number {
  if (k <= 0) return 1;
  if (k > n || p <= 0) return 0;
  if (p >= 1) return 1;
  const mean = n * p;
  const far = FAR_SDS * Math.sqrt(mean * (1 - p)) + FAR_COUNTS;
  if (k > mean + far) return 0;
  if (k < mean - far) return 1;
  const odds = p / (1 - p);
  const atK = Math.exp((logWays ?? logChoose(n, k)) + k * Math.log(p) + (n - k) * Math.log1p(-p));
  let sum = 0;
  if (k > mean) {
    for (let i = k, term = atK; i <= n && term > NEGLIGIBLE * sum; i++) {
      sum += term;
      term *= ((n - i) / (i + 1)) * odds;
    }
    return Math.min(1, sum);
  }
  for (let i = k - 1, term = (atK * k) / (n - k + 1) / odds; i >= 0 && term > NEGLIGIBLE * sum; i--) {
    sum += term;
    term *= i / (n - i + 1) / odds;
  }
  return Math.max(0, 1 - sum);
}

/**
 * The largest whole number, 0 to `most`, that is still reached with at least `chance`; `atLeast(k)` is the chance of k or more, falling in k. `guess` is
 * where to begin: from there the steps double, so that a good guess costs a few questions and a bad one their logarithm.
 */
export function reachedWith(chance: number, most: number, atLeast: (k: number) => number, guess: number): number {
  const ok = (k: number) => k <= 0 || (k <= most && atLeast(k) >= chance);
  let low = Math.min(most, Math.max(0, Math.round(guess)));
  let high = low;
  if (ok(low)) {
    for (let step = 1; ; step *= 2) {
      high = Math.min(most + 1, low + step);
      if (high > most || !ok(high)) break;
      low = high;
    }
  } else {
    for (let step = 1; ; step *= 2) {
      low = Math.max(0, high - step);
      if (ok(low)) break;
      high = low;
    }
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (ok(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * The range of a whole number, 0 to `most`, that holds `within` (above 0, below 1) of the chance, cut equally at both ends as nearly as whole numbers can;
 * what is not missed below, since nothing comes below 0, is left for the upper end to miss. `atLeast` and `guess` are as for {@link reachedWith}, the guess
 * for each chance.
 */
export function rangeHolding(
  within: number,
  most: number,
  atLeast: (k: number) => number,
  guess: (chance: number) => number,
): { low: number; high: number } {
  const reached = (chance: number) => reachedWith(chance, most, atLeast, guess(chance));
  const missedAbove = (k: number) => (k < most ? atLeast(k + 1) : 0);
  /** Whether a miss of `one` is nearer to what is meant than that of `other`. */
  const nearer = (one: number, other: number, meant: number) => Math.abs(one - meant) < Math.abs(other - meant);
  const tail = (1 - within) / 2;
  const safe = reached(1 - tail);
  // That any comes at all is promised only where it is as sure as that.
  const low = safe > 0 && safe < most && nearer(1 - atLeast(safe + 1), 1 - atLeast(safe), tail) ? safe + 1 : safe;
  const left = 1 - within - (1 - atLeast(low));
  const above = Math.max(low, reached(left));
  return { low, high: above > low && nearer(missedAbove(above - 1), missedAbove(above), left) ? above - 1 : above };
}
