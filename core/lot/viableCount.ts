import type { Viability } from '@chill/model/lot.ts';
import { type BetaShare, wilsonInterval } from '../chance/shares.ts';
import { plantsRange } from './seedsNeeded.ts';

/**
 * How many of so many seeds are viable: by the range in which their cut test is shown, so that share and count are one range; of seed that was not cut, or was
 * laid on a towel too, 9 times in 10 by what is believed of it. `byTest` says which.
 */
export function viableCount(
  viability: Viability,
  viable: BetaShare,
  seeds: number,
  towelTests: number,
): { low: number; high: number; byTest: boolean } {
  if (viability.kind !== 'tested' || towelTests > 0) return { ...plantsRange(seeds, viable, 1), byTest: false };
  const { low, high } = wilsonInterval(viability.viable, viability.tested);
  return { low: Math.floor(seeds * low), high: Math.min(seeds, Math.ceil(seeds * high)), byTest: true };
}
