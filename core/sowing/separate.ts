import type { Roots } from './towelOrMix.ts';

/** What separating costs by the roots: at its best, for each pair of leaves that it comes later, and for each time the roots reach further than half way to the next. Assumptions, on 2 to 10 in 100 lost where it is done in time. */
const SEPARATED: Record<
  Roots | 'fleshyAtRest',
  { lost: number; late: number; from_pairs: number; tangled: number; check_degreeDays: number }
> = {
  fibrous: { lost: 0.04, late: 0.05, from_pairs: 1.5, tangled: 0.04, check_degreeDays: 80 },
  tap: { lost: 0.08, late: 0.25, from_pairs: 0.5, tangled: 0.1, check_degreeDays: 250 },
  fleshy: { lost: 0.1, late: 0.05, from_pairs: 0.5, tangled: 0.05, check_degreeDays: Number.POSITIVE_INFINITY },
  fleshyAtRest: { lost: 0.03, late: 0, from_pairs: 0, tangled: 0, check_degreeDays: 0 },
};
/** Roots spread so much wider than leaves. Assumption. */
export const ROOTS_WIDER = 1.3;

/** How far neighbours stand from each other, mm, at so many to the dm². */
export const apart_mm = (crowd_perDm2: number): number => 100 / Math.sqrt(crowd_perDm2);

/** Whether the roots of neighbours have met. */
export const tangled = (leaves_mm: number, neighbours_mm: number): boolean => ROOTS_WIDER * leaves_mm > 2 * neighbours_mm;

/** The share of seedlings that live through being separated, with so many pairs of leaves so wide, and neighbours so far. */
export function liveThroughSeparating(roots: keyof typeof SEPARATED, pairs: number, leaves_mm: number, neighbours_mm: number): number {
  const { lost, late, from_pairs, tangled: byTangle } = SEPARATED[roots];
  const tangle = Math.max(0, (ROOTS_WIDER * leaves_mm) / neighbours_mm - 1);
  return (1 - lost) * Math.exp(-late * Math.max(0, pairs - from_pairs) - byTangle * tangle);
}

/** Degree-days for which seedlings stand still once they are separated. */
export const checkAfterSeparating_degreeDays = (roots: keyof typeof SEPARATED): number => SEPARATED[roots].check_degreeDays;
