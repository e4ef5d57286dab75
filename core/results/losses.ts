import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { daysBetween } from '../calendar/dates.ts';
import { releasedShare, requirementFrom } from '../chill/requirement.ts';
import { chills } from '../kinds/stages.ts';
import { ageing } from '../rot/hazard.ts';

/** Why seeds came to nothing. */
export const CAUSES = ['mould', 'notReady', 'notAble', 'notGerminated', 'afterSprouting', 'pots', 'broken', 'bagLost'] as const;
export type LossCause = (typeof CAUSES)[number];

/** One change that would have saved some of them. */
export type Change = { what: 'medium'; medium: Medium } | { what: 'freshEvery'; days: number } | { what: 'cold'; days: number };

/** Seeds of one batch lost to one cause, and what would have saved most of them: so many plants. */
export interface LossOf {
  outcome: Outcome;
  cause: LossCause;
  seeds: number;
  change?: Change;
  /** Plants that the change would have been expected to save. */
  saves: number;
}

/** The medium that rots least, and how often a towel is made fresh. */
const BEST_MEDIUM: Medium = 'sand';
const FRESH_EVERY = 21;
/** So much more cold is tried, days. */
const MORE_COLD = 21;

/** Where seeds went that could not have sprouted, whatever they were. */
const GONE_FIRST = ['mouldy', 'broken', 'tested', 'heldOver', 'bagLost', 'givenAway', 'movedOn'] as const;

/** What batches lost, the largest first; each with the change that would have saved most of it. `speciesOf` gives a species as plans take it. */
export function lossesByCause(outcomes: readonly Outcome[], speciesOf: (id: string) => Species | undefined): LossOf[] {
  return outcomes
    .flatMap((outcome) => {
      const { went, believed, seeds } = outcome;
      const never = went.neverSprouted ?? 0;
      const elsewhere = GONE_FIRST.reduce((count, fate) => count + (went[fate] ?? 0), 0);
      const there = Math.max(0, seeds - elsewhere);
      // Of those that never sprouted: first what was not able, then what had not had its cold, then the rest.
      const notAble = Math.min(never, Math.round(there * (1 - believed.able)));
      const notReady = Math.min(never - notAble, Math.round(there * believed.able * (1 - believed.released)));
      const counts: Record<LossCause, number> = {
        mould: went.mouldy ?? 0,
        notAble,
        notReady,
        notGerminated: never - notAble - notReady,
        afterSprouting: went.lostSprouted ?? 0,
        pots: went.lostInPots ?? 0,
        bagLost: went.bagLost ?? 0,
        broken: (went.broken ?? 0) + (went.floatedOff ?? 0),
      };
      return CAUSES.flatMap((cause): LossOf[] => {
        const lost = counts[cause];
        if (lost <= 0) return [];
        return [{ outcome, cause, seeds: lost, saves: 0, ...changeFor(outcome, cause, lost, speciesOf(outcome.speciesId)) }];
      });
    })
    .sort((a, b) => b.seeds - a.seeds);
}

/** The one change that would have saved most plants of all, all batches together. */
export function bestChange(losses: readonly LossOf[]): { change: Change; saves: number; batches: number } | undefined {
  const sums = new Map<string, { change: Change; saves: number; batches: number }>();
  for (const { change, saves } of losses) {
    if (!change) continue;
    const key = JSON.stringify(change);
    const sum = sums.get(key) ?? { change, saves: 0, batches: 0 };
    sums.set(key, { change, saves: sum.saves + saves, batches: sum.batches + 1 });
  }
  const best = [...sums.values()].sort((a, b) => b.saves - a.saves)[0];
  return best && best.saves >= 1 ? best : undefined;
}

function changeFor(
  outcome: Outcome,
  cause: LossCause,
  lost: number,
  species: Species | undefined,
): { change: Change; saves: number } | undefined {
  const { believed, stages, treated } = outcome;
  const making = believed.able * believed.sprouts * believed.establishes;
  if (cause === 'mould') {
    // The stage that lay longest in what rots.
    const wet = stages
      .flatMap(({ medium, was }) => (medium && was ? [{ medium, days: daysBetween(was.start, was.end) }] : []))
      .sort((a, b) => b.days - a.days)[0];
    if (!wet || wet.days <= 0) return undefined;
    const here = ageing(0, wet.days, wet.medium);
    const fresh = Array.from({ length: Math.ceil(wet.days / FRESH_EVERY) }, (_, i) =>
      ageing(0, Math.min(FRESH_EVERY, wet.days - i * FRESH_EVERY), wet.medium),
    ).reduce((sum, one) => sum + one, 0);
    const sand = ageing(0, wet.days, BEST_MEDIUM);
    const saved = (then: number) => lost * Math.max(0, 1 - then / here) * making * believed.released;
    const tried: { change: Change; saves: number }[] = [
      ...(wet.medium === BEST_MEDIUM ? [] : [{ change: { what: 'medium', medium: BEST_MEDIUM } as const, saves: saved(sand) }]),
      { change: { what: 'freshEvery', days: FRESH_EVERY }, saves: saved(fresh) },
    ];
    const best = tried.sort((a, b) => b.saves - a.saves)[0];
    return best && best.saves >= 0.5 ? best : undefined;
  }
  if (cause === 'notReady' && species && species.cold.need !== 'none' && treated && chills(treated.kind)) {
    const needs = requirementFrom(species.cold.days, species.cold.releasedWithout);
    const [now, then] = [treated.earned_days, treated.earned_days + MORE_COLD].map((days) => releasedShare(days, needs)) as [
      number,
      number,
    ];
    const saves = now < 1 ? lost * Math.min(1, (then - now) / (1 - now)) * believed.sprouts * believed.establishes : 0;
    return saves >= 0.5 ? { change: { what: 'cold', days: MORE_COLD }, saves } : undefined;
  }
  return undefined;
}
