import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { PlaceTemperatures, TemperatureSpell } from '@chill/model/temperature.ts';
import { addDays } from '../calendar/dates.ts';
import { PLACES } from '../kinds/places.ts';

/** A reading older than yesterday's says nothing of now, days. */
const OF_NOW_DAYS = 1;

/** What a place has now, as far as anybody knows. */
export interface Now {
  celsius: number;
  /** False where nothing was measured lately: what is written down stands in. */
  measured: boolean;
  /** The day of its last reading, where it has any. */
  lastOn?: PlainDate;
  /** The spell that its last reading lies in, where that is of now: it goes on until a reading says otherwise. */
  spell?: TemperatureSpell;
}

/** What a place has on `today`: its last reading, where that is no older than yesterday's. */
export function temperatureNow(
  place: Pick<Place, 'id' | 'kind' | 'nominal_C'>,
  records: readonly PlaceTemperatures[],
  today: PlainDate,
): Now {
  const record = records.find(({ placeId }) => placeId === place.id);
  if (!record) return { celsius: place.nominal_C, measured: false };
  const lastOn = addDays(record.from, record.measured.length - 1);
  if (lastOn < addDays(today, -OF_NOW_DAYS)) return { celsius: place.nominal_C, measured: false, lastOn };
  const { celsius } = record.last;
  const stays = PLACES[place.kind].shouldStay;
  const outside = stays && (celsius > stays.below_C ? 'warm' : celsius < stays.above_C ? 'frozen' : undefined);
  const spell = record.spells.findLast(({ kind, to }) => kind === outside && to === lastOn);
  return { celsius, measured: true, lastOn, ...(spell && { spell }) };
}
