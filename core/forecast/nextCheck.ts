import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays } from '../calendar/dates.ts';
import { rootGrowth } from '../sprout/rootGrowth.ts';
import type { SproutForecast } from './project.ts';

/** When a towel is counted next, and what is lost by counting later. */
export interface NextCheck {
  /** Hours after the last check: some hours for big fast seed that moves, whole days for the rest, a week for the slow. */
  hours: number;
  /** How many roots are too long to lift by the usual check after that one, and how likely so many are; absent where hardly any would be. */
  orElse?: { hours: number; roots: number; chance: number };
}

/** Checks come so many hours after each other; never more than a week, since a towel dries and moulds. */
const HOURS = [4, 8, 12, 24, 48, 72, 96, 168];
/** So many roots may be expected too long at the next check: half of one, since one that tears is not always lost. Assumption. */
const TOO_LONG = 0.5;
/** What would be lost is said from this chance on. */
const WORTH_SAYING = 0.3;

/**
 * When to count next after a check on `from`: the latest of the usual hours at which hardly any root that comes after it has outgrown the length to lift at
 * (science: sprouting by warmth; how fast roots lengthen is an assumption where the handbook has no figure).
 */
export function nextCheck({ outlook }: Pick<SproutForecast, 'outlook'>, species: Species, from: PlainDate): NextCheck {
  const { belief, course, left } = outlook;
  const outgrown = species.liftAt_mm / rootGrowth(species).mmPerDegreeDay;
  /** Warmth at which a root must have come to be too long so many hours later. */
  const cameBy = (hours: number) => {
    const day = addDays(from, Math.floor(hours / 24));
    const [before, after] = [course.on(day), course.on(addDays(day, 1))];
    return before + ((after - before) * (hours % 24)) / 24 - outgrown;
  };
  const expected = (hours: number) => left * belief.mean(belief.waiting(Math.max(belief.seen, cameBy(hours))));
  const at = Math.max(
    0,
    HOURS.findLastIndex((hours) => expected(hours) <= TOO_LONG),
  );
  const later = HOURS[at + 1];
  const hours = HOURS[at] as number;
  if (later === undefined) return { hours };
  const roots = Math.max(1, Math.round(expected(later)));
  const chance = belief.atLeast(roots, left, Math.max(belief.seen, cameBy(later)));
  return { hours, ...(chance >= WORTH_SAYING && { orElse: { hours: later, roots, chance } }) };
}
