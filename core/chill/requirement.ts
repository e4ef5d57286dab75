import type { PlainDate } from '@chill/model/primitives.ts';
import type { DaysAdvice, Species } from '@chill/model/species.ts';
import { daysBetween } from '../calendar/dates.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';

/** Spread taken where advice is one figure: nine in ten are released at it. */
export const SINGLE_FIGURE_SPREAD = 0.3;
const Z_95 = 1.645;
const Z_90 = normalQuantile(0.9);

/** How the days of treatment that single seeds need are spread: lognormal. */
export interface Requirement {
  /** Logarithm of the days that free half of those that need any. */
  logMedian: number;
  /** Standard deviation of the logarithm. */
  spread: number;
  /** Share that needs none at all, 0 to 1. */
  releasedWithout: number;
}

/**
 * Reads advice as a distribution. "60 to 90 days": half are released at 60 and 95 % at 90.
 * "About 60": nine in ten are released at 60, with a spread of 0.30.
 * @throws {RangeError} for a range that does not rise.
 */
export function requirementFrom(advice: DaysAdvice, releasedWithout: number): Requirement {
  if ('about' in advice) {
    return { logMedian: Math.log(advice.about) - Z_90 * SINGLE_FIGURE_SPREAD, spread: SINGLE_FIGURE_SPREAD, releasedWithout };
  }
  if (!(advice.from > 0 && advice.to > advice.from)) throw new RangeError('A range of days must go from fewer to more.');
  return { logMedian: Math.log(advice.from), spread: Math.log(advice.to / advice.from) / Z_95, releasedWithout };
}

/** Share released, 0 to 1, after `earned` effective days (0 or more). Never falls as `earned` grows. */
export function releasedShare(earned: number, { logMedian, spread, releasedWithout }: Requirement): number {
  if (earned <= 0) return releasedWithout;
  return releasedWithout + (1 - releasedWithout) * normalCdf((Math.log(earned) - logMedian) / spread);
}

/** Effective days by which `share` (above 0, below 1) of the seeds that need the treatment are released. */
export function daysToFree(share: number, { logMedian, spread }: Requirement): number {
  return Math.exp(logMedian + spread * normalQuantile(share));
}

/** Effective days that a seed brings along, as believed: `days` give or take `give_days`. */
export interface Credit {
  days: number;
  give_days: number;
}

export const NO_CREDIT: Credit = { days: 0, give_days: 0 };

/** What counts for a lot before anything is done with it: the moist cold that it has had, chill-days, and since when it has been dry. */
export interface Brought {
  credit?: Credit | undefined;
  drySince?: PlainDate | undefined;
}

/** What months in the drawer count for towards ripening on a day: the days since it has been dry; none where it is kept moist, or no day is told. */
export function driedBy({ drySince }: Brought, on: PlainDate | undefined): Credit {
  return drySince && on ? { days: Math.max(0, daysBetween(drySince, on)), give_days: 0 } : NO_CREDIT;
}

/** Where in its range a credit is taken to lie, each as likely as the others. */
const CREDIT_POINTS = [-0.8, -0.4, 0, 0.4, 0.8];

/** Share released by `earned` days on top of a credit, averaged over what is not known of the credit. */
export function releasedWithCredit(earned: number, requirement: Requirement, { days, give_days }: Credit): number {
  if (give_days === 0) return releasedShare(earned + days, requirement);
  const shares = CREDIT_POINTS.map((point) => releasedShare(Math.max(0, earned + days + point * give_days), requirement));
  return shares.reduce((sum, share) => sum + share, 0) / shares.length;
}

/** What each cue demands, as distributions. Absent: the species does not ask for it. */
export function requirementsOf(species: Species): { ripening?: Requirement; warm?: Requirement; cold?: Requirement } {
  const { afterRipening, warmFirst, cold } = species;
  return {
    ...(afterRipening && { ripening: requirementFrom(afterRipening.days, afterRipening.releasedWithout) }),
    ...(warmFirst && { warm: requirementFrom(warmFirst.days, warmFirst.releasedWithout) }),
    ...(cold.need !== 'none' && { cold: requirementFrom(cold.days, cold.releasedWithout) }),
  };
}
