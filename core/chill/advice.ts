import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { PLACES } from '../kinds/places.ts';
import { COLD_RESPONSE } from '../kinds/responses.ts';
import { effectiveness } from './effectiveness.ts';
import { expectedOf } from './met.ts';

/** What a fridge had better be set to, °C: the middle of where a day counts fully. */
const BEST_C = (COLD_RESPONSE.fullFrom_C + COLD_RESPONSE.fullTo_C) / 2;
/** Less than this part of a day lost is not worth turning a dial for. */
const WORTH_TURNING = 0.05;

/** What turning a cold place's dial would gain. */
export interface Turn {
  turn: 'down' | 'up';
  /** What it has had, and what it had better have, °C. */
  celsius: number;
  to_C: number;
  /** What a day counts there now, 0 to 1. */
  counts: number;
}

/** Whether a place that is there for cold had better be turned down or up, by the middle of its readings over weeks; `undefined` where all is well, or not known. */
export function turnOf(place: Place, records: readonly PlaceTemperatures[], today: PlainDate): Turn | undefined {
  if (!PLACES[place.kind].forCold) return undefined;
  const { celsius, measured } = expectedOf(place, records, today);
  const counts = effectiveness(celsius, COLD_RESPONSE);
  if (!measured || counts > 1 - WORTH_TURNING) return undefined;
  return { turn: celsius > BEST_C ? 'down' : 'up', celsius, to_C: BEST_C, counts };
}
