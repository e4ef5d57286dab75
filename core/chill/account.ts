import type { PlainDate } from '@chill/model/primitives.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { Check } from '../ledger/batchState.ts';
import { ageing, type RotConditions, rotFactor } from '../rot/hazard.ts';

/** What is known of a batch lying in one stage: since when, what each look found, when its medium was made fresh. */
export interface Lying {
  since: PlainDate;
  checks: readonly Pick<Check, 'on' | 'damp'>[];
  freshened: readonly PlainDate[];
}

/** Time found dry earns this part of a moist day: nobody knows when it dried out. Assumption. */
export const DRY_COUNTS = 0.5;

/** A stretch of days that ended in a finding other than "right". */
interface Finding {
  /** Days since the start of the stage, after which it lasted. */
  after: number;
  /** Days since the start of the stage, up to which it lasted. */
  until: number;
  damp: 'dry' | 'wet';
}

/** The stretches in which the batch may have been dry or wet: from the look before to the look that found it so. */
export function findings({ since, checks }: Pick<Lying, 'since' | 'checks'>): Finding[] {
  let after = 0;
  const found: Finding[] = [];
  for (const check of [...checks].filter((one) => one.damp && one.on >= since).sort((a, b) => a.on.localeCompare(b.on))) {
    const until = daysBetween(since, check.on);
    if (check.damp !== 'right' && until > after) found.push({ after, until, damp: check.damp as 'dry' | 'wet' });
    after = until;
  }
  return found;
}

/** Days of a stage that count only in part because it was found dry; shown as uncertain. */
export function uncertainDays(lying: Lying): number {
  return findings(lying)
    .filter((one) => one.damp === 'dry')
    .reduce((sum, one) => sum + one.until - one.after, 0);
}

/**
 * Effective days earned by each whole day of a stage (index = days since it began, up to `days`), at `perDay`
 * for a moist day and {@link DRY_COUNTS} of it where a look found it dry. Splitting a stretch changes nothing.
 */
export function earnedByDay(days: number, perDay: number, lying: Lying): number[] {
  const dry = findings(lying).filter((one) => one.damp === 'dry');
  const earned = [0];
  for (let day = 1; day <= days; day++) {
    const wasDry = dry.some((one) => day > one.after && day <= one.until);
    earned.push((earned[day - 1] as number) + perDay * (wasDry ? DRY_COUNTS : 1));
  }
  return earned;
}

/** Rot hazard added up by each whole day of a stage, with the medium's age since it was last fresh and what looks found. */
export function exposureByDay(days: number, conditions: RotConditions, lying: Lying): number[] {
  const found = findings(lying);
  const fresh = lying.freshened.map((on) => daysBetween(lying.since, on));
  const factor = (moisture: 'dry' | 'right' | 'wet') => rotFactor({ ...conditions, moisture });
  const factors = { dry: factor('dry'), right: factor('right'), wet: factor('wet') };
  const exposure = [0];
  for (let day = 1; day <= days; day++) {
    const lastFresh = fresh.reduce((last, at) => (at < day && at > last ? at : last), 0);
    const moisture = found.find((one) => day > one.after && day <= one.until)?.damp ?? 'right';
    const age = day - 1 - lastFresh;
    exposure.push((exposure[day - 1] as number) + ageing(age, age + 1, conditions.medium) * factors[moisture]);
  }
  return exposure;
}

/** The first day on which a rising account reaches `target`, or `undefined` where it does not within it. */
export function dayReaching(target: number, since: PlainDate, earned: readonly number[]): PlainDate | undefined {
  // Sums of tenths fall short of the planned sum by rounding alone; a millionth of a day is nobody's chill.
  const day = earned.findIndex((sum) => sum >= target - 1e-6);
  return day < 0 ? undefined : addDays(since, day);
}
