import type { Species, TemperatureResponse } from '@chill/model/species.ts';
import { coldResponseOf } from '../chill/effectiveness.ts';
import { type Credit, daysToFree, NO_CREDIT, type Requirement, releasedWithCredit, requirementsOf } from '../chill/requirement.ts';
import { WARM_RESPONSE } from '../kinds/responses.ts';

/** One of the cues that a species wants of its seasons: what it needs, what it answers to. */
export interface SeasonCue {
  kind: 'warm' | 'cold';
  requirement: Requirement;
  response: TemperatureResponse;
}

/** The cues that a species wants of its seasons, in their order. Empty where it waits for no winter. */
export function seasonsOf(species: Species): SeasonCue[] {
  const { warm, cold } = requirementsOf(species);
  if (!cold || species.cold.need === 'none') return [];
  const chilled: SeasonCue = { kind: 'cold', requirement: cold, response: coldResponseOf(species) };
  const warmed = warm && ({ kind: 'warm', requirement: warm, response: WARM_RESPONSE } satisfies SeasonCue);
  return [...(species.cold.winters === 2 ? [chilled] : []), ...(warmed ? [warmed] : []), chilled];
}

/** Seeds that have had all cues before the last, in classes: what part of them, and how much the last season had given by the day they came to it. */
export interface Class {
  part: number;
  from: number;
}

/** Seeds are followed in so many classes of equal number (science: 40 or more). */
const CLASSES = 40;

/**
 * Which seeds have come to the last season by the end of so many days, and what it had given by then. Seeds differ: each goes on when its own
 * requirement is met, and earns of a season only from then on. `earned[i][d]` is what the days up to day `d` give of the `i`th season, whoever is in it.
 */
export function classesOf(
  seasons: readonly SeasonCue[],
  earned: readonly ArrayLike<number>[],
  days: number,
  credit: Credit = NO_CREDIT,
): Class[] {
  let classes: { part: number; day: number }[] = [{ part: 1, day: 0 }];
  for (let i = 0; i + 1 < seasons.length; i++) {
    const { requirement, kind } = seasons[i] as SeasonCue;
    const sum = earned[i] as ArrayLike<number>;
    const brought = kind === 'cold' && firstCold(seasons) === i ? credit.days : 0;
    const needs = needsOf(requirement);
    const next: { part: number; day: number }[] = [];
    for (const { part, day } of classes) {
      const begun = sum[day] as number;
      for (const { part: share, days: need } of needs) {
        const passes = firstReaching(sum, begun + need - brought, day, days);
        if (passes !== undefined) next.push({ part: part * share, day: passes });
      }
    }
    classes = merged(next);
  }
  const last = earned.at(-1) as ArrayLike<number>;
  return classes.map(({ part, day }) => ({ part, from: last[day] as number }));
}

/** The share of seeds that have had every season, when the last has given `sum` in all. */
export function releasedOf(classes: readonly Class[], last: SeasonCue, sum: number, credit: Credit): number {
  return classes.reduce(
    (share, { part, from }) => (sum < from ? share : share + part * releasedWithCredit(sum - from, last.requirement, credit)),
    0,
  );
}

/** The credit that the last season begins with: what the lot brought along counts in its first cold. */
export function creditOfLast(seasons: readonly SeasonCue[], credit: Credit): Credit {
  return firstCold(seasons) === seasons.length - 1 ? credit : NO_CREDIT;
}

function firstCold(seasons: readonly SeasonCue[]): number {
  return seasons.findIndex(({ kind }) => kind === 'cold');
}

/** The days that equal parts of the seeds need; those that need none as one part of their own. */
function needsOf(requirement: Requirement): { part: number; days: number }[] {
  const kept = known.get(requirement);
  if (kept) return kept;
  const { releasedWithout } = requirement;
  const some = Array.from({ length: CLASSES }, (_, i) => ({
    part: (1 - releasedWithout) / CLASSES,
    days: daysToFree((i + 0.5) / CLASSES, requirement),
  }));
  const needs = releasedWithout > 0 ? [{ part: releasedWithout, days: 0 }, ...some] : some;
  known.set(requirement, needs);
  return needs;
}

const known = new WeakMap<Requirement, { part: number; days: number }[]>();

/** The first day, from `day` up to `days`, on which a rising sum reaches `target`. */
function firstReaching(sum: ArrayLike<number>, target: number, day: number, days: number): number | undefined {
  if ((sum[day] as number) >= target) return day;
  if ((sum[days] as number) < target) return undefined;
  let [before, by] = [day, days];
  while (by - before > 1) {
    const middle = (before + by) >> 1;
    if ((sum[middle] as number) >= target) by = middle;
    else before = middle;
  }
  return by;
}

/** Neighbours together, by the day on which they go on, so that their number does not grow with every season. */
function merged(classes: { part: number; day: number }[]): { part: number; day: number }[] {
  const byDay = new Map<number, number>();
  for (const { part, day } of classes) byDay.set(day, (byDay.get(day) ?? 0) + part);
  const days = [...byDay].sort((a, b) => a[0] - b[0]);
  if (days.length <= CLASSES) return days.map(([day, part]) => ({ part, day }));
  const total = days.reduce((sum, [, part]) => sum + part, 0);
  const groups: { part: number; day: number }[] = [];
  let open = { part: 0, weighed: 0 };
  for (const [day, part] of days) {
    open = { part: open.part + part, weighed: open.weighed + part * day };
    if (open.part < total / CLASSES) continue;
    groups.push({ part: open.part, day: Math.round(open.weighed / open.part) });
    open = { part: 0, weighed: 0 };
  }
  if (open.part > 0) groups.push({ part: open.part, day: Math.round(open.weighed / open.part) });
  return groups;
}
