import { randomUUID } from 'node:crypto';
import { coldResponseOf } from '@chill/core/chill/effectiveness.ts';
import { placeDaysInSteps } from '@chill/core/chill/placeDays.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '@chill/core/kinds/responses.ts';
import { sproutResponse } from '@chill/core/sprout/thermalTime.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { unhurried } from '../offThread/unhurried.ts';
import type { Store } from '../store/store.ts';
import type { NurseryHandbook } from './handbook.ts';

/** Of batches, those that are open: nothing was closed on this day or later. */
const NEVER_CLOSED = '9999-12-31';

/** What every place's readings come to, by the day; worked out again only for a place whose readings have changed. */
export class Temperatures {
  readonly #store: Store;
  readonly #handbook: NurseryHandbook;
  readonly #known = new Map<string, { key: string; days: PlaceTemperatures | undefined }>();

  constructor(store: Store, handbook: NurseryHandbook) {
    this.#store = store;
    this.#handbook = handbook;
  }

  /** Of every place that has readings. */
  async all(): Promise<PlaceTemperatures[]> {
    const [places, nursery] = [await this.#store.places(), await this.#store.nursery()];
    const timeZone = nursery?.timeZone ?? 'UTC';
    // What sprouts is followed hour by hour for the species that are in hand; cold for all that may be planned.
    const inHand = new Set((await this.#store.lots(NEVER_CLOSED)).map(({ speciesId }) => speciesId));
    const sprouting = this.#handbook
      .all()
      .filter(({ id }) => inHand.has(id))
      .map((species) => sproutResponse(species.sprouting));
    const responses = distinct([COLD_RESPONSE, WARM_RESPONSE, ...this.#handbook.all().map(coldResponseOf), ...sprouting]);
    const all: PlaceTemperatures[] = [];
    for (const place of places) {
      const key = JSON.stringify([this.#store.readingsEdition(place.id), place.kind, place.nominal_C, timeZone, responses]);
      let known = this.#known.get(place.id);
      if (known?.key !== key) {
        const days = await unhurried(placeDaysInSteps(place, await this.#store.readings(place.id), responses, timeZone));
        known = { key, days: days && { ...days, edition: randomUUID() } };
        this.#known.set(place.id, known);
      }
      if (known.days) all.push(known.days);
    }
    return all;
  }
}

function distinct(responses: readonly TemperatureResponse[]): TemperatureResponse[] {
  const seen = new Map(responses.map((one) => [JSON.stringify([one.zeroBelow_C, one.fullFrom_C, one.fullTo_C, one.zeroAbove_C]), one]));
  return [...seen.values()];
}
