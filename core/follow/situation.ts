import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { expectedOf } from '../chill/met.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { LearnedRot } from '../rot/learned.ts';

/** What a batch is read against. */
export interface Situation {
  species: Species;
  lot: Pick<Lot, 'viability' | 'wintered' | 'provenance' | 'storage'> & { towelTests?: readonly TowelResult[] };
  places: readonly Place[];
  nursery: Pick<Nursery, 'lastFrost' | 'firstFrost' | 'settings' | 'latitude_deg' | 'climate' | 'timeZone'>;
  today: PlainDate;
  /** What the places' readings come to; places without any are taken at their nominal temperature. */
  temperatures?: readonly PlaceTemperatures[];
  /** The nursery's own multipliers on rot, by medium, learned from its mould. */
  rot?: LearnedRot;
  /** The moment, where the one who asks knows it: what is recorded then carries it, and what runs against a timer has one. */
  now?: string;
}

/** Whether the seed was bathed in peroxide or bleach before a stage: it then rots more slowly. */
export function bathedBefore({ timers }: Pick<BatchState, 'timers'>, index: number): boolean {
  return timers.some((timer) => timer.step === 'bath' && timer.stage < index);
}

/** What a place is expected to hold, °C, and half the swing of its days where that was measured. */
export function warmthOf(
  place: Place,
  { temperatures = [], today }: Pick<Situation, 'temperatures' | 'today'>,
): { celsius: number; halfSwing_C: number | undefined } {
  const { celsius, middle } = expectedOf(place, temperatures, today);
  return { celsius, halfSwing_C: middle((record, day) => ((record.max_C[day] ?? celsius) - (record.min_C[day] ?? celsius)) / 2) };
}
