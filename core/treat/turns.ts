import { MOST_TURNS } from '../chill/freezeThaw.ts';
import type { BatchState } from '../ledger/batchState.ts';

const HOUR_MS = 3_600_000;
/** Freezer and fridge change places about once a day, h. */
export const TURN_HOURS = 24;
/** A stay in the freezer shorter than this is not counted as a turn, h. Anecdotal, like the turns themselves. */
export const LEAST_FROZEN_HOURS = 18;

/** The clocked sequence of freezer turns, read at a moment. */
export interface TurnsReading {
  /** Where it lies now; `undefined` before the first. */
  lies?: 'freezer' | 'fridge';
  since_ms?: number;
  /** When it is to change over, ms since 1970. */
  due_ms?: number;
  /** Stays, in order, with their hours; the last one runs to now. */
  stays: { in: 'freezer' | 'fridge'; hours: number; over: boolean }[];
  /** Whole turns: a long enough stay frozen, and the fridge after it. */
  counted: number;
  /** True once as many turns as count have been made: the rest of the cold is plain. */
  enough: boolean;
}

/** Reads the turns of a batch at `now_ms`. */
export function readTurns({ turns }: Pick<BatchState, 'turns'>, now_ms: number): TurnsReading {
  const stays = turns.map(({ at_ms, into }, i) => ({
    in: into,
    hours: Math.max(0, ((turns[i + 1]?.at_ms ?? now_ms) - at_ms) / HOUR_MS),
    over: i + 1 < turns.length,
  }));
  const counted = stays.filter((stay) => stay.in === 'freezer' && stay.over && stay.hours >= LEAST_FROZEN_HOURS).length;
  const last = turns.at(-1);
  return {
    ...(last && { lies: last.into, since_ms: last.at_ms, due_ms: last.at_ms + TURN_HOURS * HOUR_MS }),
    stays,
    counted: Math.min(MOST_TURNS, counted),
    enough: counted >= MOST_TURNS,
  };
}
