import { gammaQuantiles } from '../chance/distributions.ts';
import { ROT_PRIOR, type RotMultiplier } from './learned.ts';

/** The range that a multiplier on rot lies in 8 times in 10; the prior's where nothing was learned. */
export function rotRange({ shape, rate }: Pick<RotMultiplier, 'shape' | 'rate'> = ROT_PRIOR): { low: number; high: number } {
  const [low, high] = gammaQuantiles(shape, rate, [0.1, 0.9]) as unknown as [number, number];
  return { low, high };
}
