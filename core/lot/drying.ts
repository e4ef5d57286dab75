import type { Lot } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/lot.ts';
import { addDays, daysBetween, shortDate, spell } from '../calendar/dates.ts';
import { neverBelow_C } from '../chill/chillingInjury.ts';

/** Where seed that dies, or keeps badly, once it is dry stands: by when something must happen, and what. */
export interface DryingCountdown {
  /** False once it is probably dead, or past its keeping. */
  inTime: boolean;
  until: PlainDate;
  /** Whole days left; negative once over. */
  days: number;
  text: string;
}

/** By when seed that must not dry must lie damp: as it is kept now, and were it kept damp and cool from today. */
export interface Keeping {
  moist: boolean;
  until: PlainDate;
  moistUntil: PlainDate;
}

/** How long a lot keeps, from its harvest; `undefined` for seed that keeps dry. Seed whose keeping is not told is taken as lying open. */
export function keepingOf(lot: Pick<Lot, 'provenance' | 'storage'>, { drying }: Pick<Species, 'drying'>): Keeping | undefined {
  if (!drying) return undefined;
  const { on } = lot.provenance;
  const moist = lot.storage?.state === 'moist';
  const moistUntil = addDays(on, drying.keepsMoist_days);
  return { moist, moistUntil, until: moist ? moistUntil : addDays(on, drying.livesInAir_days) };
}

/** The countdown of a lot from its harvest, or `undefined` for seed that keeps dry. Seed whose keeping is not told is taken as lying open. */
export function dryingCountdown(
  lot: Pick<Lot, 'provenance' | 'storage'>,
  species: Pick<Species, 'drying' | 'cold' | 'storage' | 'chillHurts'>,
  today: PlainDate,
): DryingCountdown | undefined {
  const { drying, storage } = species;
  const dies = storage === 'recalcitrant';
  const keeping = keepingOf(lot, species);
  if (!drying || !keeping) return undefined;
  const { moist, until } = keeping;
  const days = daysBetween(today, until);
  const next = nextFor(species);
  if (moist) {
    const text =
      days >= 0
        ? say('moistKeepsUntil', { until: shortDate(until, today), days: spell(days) })
        : say('moistKeepingEnded', { keepsMoist: spell(drying.keepsMoist_days), days: spell(days) });
    return { inTime: days >= 0, until, days, text };
  }
  return { inTime: days >= 0, until, days, text: lyingDry(dies, days, shortDate(until, today), next) };
}

/** What is to be done with seed that must not dry. */
function nextFor({ cold, chillHurts }: Pick<Species, 'cold' | 'chillHurts'>): string {
  const below = neverBelow_C(chillHurts);
  if (below !== undefined) return say('sowOrKeepDampWarm', { below });
  return say(cold.need === 'required' ? 'intoDampMediumFridge' : 'sowOrKeepDampCool');
}

/** What becomes of seed in the open air that is good for so many days more, or was for so many less. */
function lyingDry(dies: boolean, days: number, until: string, next: string): string {
  if (days < 0) return say(dies ? 'dryingKilledBefore' : 'keptBadlyDrySince', { days: spell(days) });
  if (days === 0) return say(dies ? 'dryingKillsToday' : 'keepsBadlyDryToday', { next });
  return say(dies ? 'dryingKillsBy' : 'keepsBadlyDryUntil', { until, days: spell(days), next });
}
