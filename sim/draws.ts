import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { skipN } from 'pure-rand/utils/skipN';

/** A stream of numbers from 0 (included) to 1 (excluded). */
export type Chance = () => number;

/** A stream of chance that is the same for the same seed, and unlike that of the next: the first numbers of near seeds are near, and skipped. */
export function chanceFrom(seed: number): Chance {
  const generator = xoroshiro128plus(Math.imul(seed, 2654435761));
  skipN(generator, 64);
  return () => uniformFloat64(generator);
}

/** A normal of mean 0 and spread 1 (Box–Muller). */
export function normalDraw(chance: Chance): number {
  return Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
}

/** A Gamma of this shape and scale 1 (Marsaglia & Tsang 2000). */
export function gammaDraw(shape: number, chance: Chance): number {
  if (shape < 1) return gammaDraw(shape + 1, chance) * (1 - chance()) ** (1 / shape);
  const d = shape - 1 / 3;
  for (;;) {
    const x = normalDraw(chance);
    const v = (1 + x / Math.sqrt(9 * d)) ** 3;
    if (v > 0 && Math.log(1 - chance()) < (x * x) / 2 + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** A Beta draw. */
export function betaDraw(alpha: number, beta: number, chance: Chance): number {
  const a = gammaDraw(alpha, chance);
  return a / (a + gammaDraw(beta, chance));
}
