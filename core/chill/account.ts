import type { PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureSpell } from '@chill/model/temperature.ts';
import { addDays, dayNumber, daysBetween } from '../calendar/dates.ts';
import { ageing, ROT_LAW, type RotConditions, rotFactor } from '../rot/hazard.ts';
import type { Met } from './met.ts';

/** What is known of a batch lying in one stage: since when, what each check found, when its medium was made fresh. */
export interface StageChecks {
  since: PlainDate;
  checks: readonly { on: PlainDate; damp?: 'dry' | 'right' | 'wet' | undefined }[];
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

/** The stretches in which the batch may have been dry or wet: from the check before to the check that found it so. */
export function findings({ since, checks }: Pick<StageChecks, 'since' | 'checks'>): Finding[] {
  const seen = checks.filter((one) => one.damp && one.on >= since).sort((a, b) => (a.on < b.on ? -1 : Number(a.on > b.on)));
  const found: Finding[] = [];
  for (const [i, { on, damp }] of seen.entries()) {
    const before = seen[i - 1]?.on ?? since;
    if (damp === 'right' || on === before) continue;
    found.push({ after: daysBetween(since, before), until: daysBetween(since, on), damp: damp as 'dry' | 'wet' });
  }
  return found;
}

/** Days of a stage that count only in part because it was found dry; shown as uncertain. */
export function uncertainDays(checked: StageChecks): number {
  return findings(checked)
    .filter((one) => one.damp === 'dry')
    .reduce((sum, one) => sum + one.until - one.after, 0);
}

/**
 * Effective days earned by each whole day of a stage (index = days since it began, up to `days`): what each day earns moist, {@link DRY_COUNTS} of it
 * where a check found it dry, less what long hot spells have undone by then; never below zero. Splitting a stretch changes nothing.
 */
export function earnedByDay(days: number, { effect, undone }: Pick<Met, 'effect' | 'undone'>, checked: StageChecks): number[] {
  const dry = findings(checked).filter((one) => one.damp === 'dry');
  const earned = [0];
  for (let day = 1; day <= days; day++) {
    const wasDry = dry.some((one) => day > one.after && day <= one.until);
    const lost = undone(day) - undone(day - 1);
    earned.push(Math.max(0, (earned[day - 1] as number) + effect(day - 1) * (wasDry ? DRY_COUNTS : 1) - lost));
  }
  return earned;
}

/** Why a stage is behind what was planned of it. */
export interface Loss {
  why: 'warm' | 'frozen' | 'dry' | 'place';
  from: PlainDate;
  to: PlainDate;
  /** Effective days, above zero for lost; for `place`, a place that held another temperature than planned, also below. */
  days: number;
  peak_C?: number;
}

/** A stretch of days that were not measured, or not all through. */
export interface Unmeasured {
  from: PlainDate;
  to: PlainDate;
  hours: number;
  /** Effective days that the place's own figure stood for meanwhile, moist. */
  counted: number;
}

/** A day with less than this unmeasured counts as measured: a logger's clock may be late, share of a day. */
const HARDLY = 0.02;

/** The stretches of a stage that nobody measured, by the share of each day that was; `nominal` is what such a day earns. */
export function unmeasuredIn(since: PlainDate, measured: readonly number[], nominal: number): Unmeasured[] {
  const found: { first: number; last: number; missing_days: number }[] = [];
  let open: (typeof found)[number] | undefined;
  for (const [day, share] of measured.entries()) {
    if (share > 1 - HARDLY) {
      open = undefined;
      continue;
    }
    if (!open) {
      open = { first: day, last: day, missing_days: 0 };
      found.push(open);
    }
    open.last = day;
    open.missing_days += 1 - share;
  }
  return found.map(({ first, last, missing_days }) => {
    return { from: addDays(since, first), to: addDays(since, last), hours: missing_days * 24, counted: missing_days * nominal };
  });
}

/** Losses smaller than this are not told, days. */
const TOLD_FROM_DAYS = 0.3;

/**
 * What the first `days` of a stage fell short of `plannedPerDay`, told by its reasons: each day's shortfall goes to a dry find, otherwise to a spell
 * that touched it, otherwise to the place. The losses add up to the whole shortfall, but for those too small to tell.
 */
export function lossesOf(
  days: number,
  plannedPerDay: number,
  { effect, undone }: Pick<Met, 'effect' | 'undone'>,
  checked: StageChecks,
  spells: readonly TemperatureSpell[],
): Loss[] {
  const dry = findings(checked).filter((one) => one.damp === 'dry');
  const said = new Map<unknown, Loss>();
  const start = dayNumber(checked.since);
  const lasted = spells.map((spell) => ({ spell, from: dayNumber(spell.from) - start, to: dayNumber(spell.to) - start }));
  const lose = (key: unknown, lost: number, loss: () => Omit<Loss, 'days'>) => {
    const known = said.get(key) ?? { ...loss(), days: 0 };
    said.set(key, { ...known, days: known.days + lost });
  };
  for (let day = 0; day < days; day++) {
    const earned = effect(day);
    const wasDry = dry.find((one) => day + 1 > one.after && day + 1 <= one.until);
    if (wasDry)
      lose(wasDry, earned * (1 - DRY_COUNTS), () => {
        const [from, to] = [addDays(checked.since, wasDry.after), addDays(checked.since, wasDry.until)];
        return { why: 'dry', from, to };
      });
    const short = plannedPerDay - earned + undone(day + 1) - undone(day);
    const spell = short > 0 ? lasted.find(({ from, to }) => from <= day && day <= to)?.spell : undefined;
    if (spell) lose(spell, short, () => ({ why: spell.kind, from: spell.from, to: spell.to, peak_C: spell.peak_C }));
    else lose('place', short, () => ({ why: 'place', from: checked.since, to: addDays(checked.since, days) }));
  }
  return [...said.values()].filter((loss) => Math.abs(loss.days) >= TOLD_FROM_DAYS).sort((a, b) => b.days - a.days);
}

/**
 * Rot hazard added up by each whole day of a stage, with the medium's age since it was last fresh and what checks found. `temperature` gives each day's
 * factor where the place was measured; otherwise the conditions' own temperature holds all through.
 */
export function exposureByDay(
  days: number,
  conditions: RotConditions,
  checked: StageChecks,
  temperature?: (day: number) => number,
): number[] {
  const found = findings(checked);
  const fresh = checked.freshened.map((on) => daysBetween(checked.since, on));
  // Made fresh before the stage began, it brings its age along.
  const brought = fresh.reduce((last, at) => (at <= 0 && at > last ? at : last), Number.NEGATIVE_INFINITY);
  const begun = Number.isFinite(brought) ? brought : 0;
  const steady = ROT_LAW.at(conditions.temperature_C);
  const factor = (moisture: 'dry' | 'right' | 'wet') => rotFactor({ ...conditions, moisture });
  const factors = { dry: factor('dry'), right: factor('right'), wet: factor('wet') };
  const exposure = [0];
  for (let day = 1; day <= days; day++) {
    const lastFresh = fresh.reduce((last, at) => (at < day && at > last ? at : last), begun);
    const moisture = found.find((one) => day > one.after && day <= one.until)?.damp ?? 'right';
    const age = day - 1 - lastFresh;
    exposure.push(
      (exposure[day - 1] as number) +
        ageing(age, age + 1, conditions.medium) * factors[moisture] * (temperature ? temperature(day - 1) / steady : 1),
    );
  }
  return exposure;
}

/** The first day on which a rising account reaches `target`, or `undefined` where it does not within it. */
export function dayReaching(target: number, since: PlainDate, earned: readonly number[]): PlainDate | undefined {
  // Sums of tenths fall short of the planned sum by rounding alone; a millionth of a day is nobody's chill.
  const day = earned.findIndex((sum) => sum >= target - 1e-6);
  return day < 0 ? undefined : addDays(since, day);
}
