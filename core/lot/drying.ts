import type { Lot } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween, shortDate, spell } from '../calendar/dates.ts';

/** Where seed that dies when it dries stands: by when something must happen, and what. */
export interface DryingCountdown {
  /** False once it is probably dead, or past its keeping. */
  inTime: boolean;
  until: PlainDate;
  /** Whole days left; negative once over. */
  days: number;
  text: string;
}

/** By when seed that dies when it dries must lie damp: as it is kept now, and were it kept damp and cool from today. */
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
  species: Pick<Species, 'drying' | 'cold'>,
  today: PlainDate,
): DryingCountdown | undefined {
  const { drying, cold } = species;
  const keeping = keepingOf(lot, species);
  if (!drying || !keeping) return undefined;
  const { moist, until } = keeping;
  const days = daysBetween(today, until);
  const next = cold.need === 'required' ? 'into damp medium in the fridge' : 'sow it, or keep it damp and cool';
  if (moist) {
    const text =
      days >= 0
        ? `Kept moist it lasts until about ${shortDate(until, today)}, ${spell(days)} from now. Let it breathe, and never let it dry.`
        : `Kept moist it lasts about ${spell(drying.keepsMoist_days)}; that was over ${spell(days)} ago. Cut ten before you stake anything on it.`;
    return { inTime: days >= 0, until, days, text };
  }
  const text =
    days >= 0
      ? `It dies when it dries. In the open air it lives until about ${shortDate(until, today)}, ${days === 0 ? 'today' : `${spell(days)} from now`}: ${next}.`
      : `It dies when it dries, and in the open air that was about ${spell(days)} ago. If it was kept damp, say so; otherwise cut ten and look.`;
  return { inTime: days >= 0, until, days, text };
}
