import { type PlantPromise, Priority } from '@chill/model/promise.ts';
import type { SpeciesStanding } from '../schedule/promises.ts';

/** A promise that needs plants which no batch has yet, and how many. */
export interface Wanted {
  promise: PlantPromise;
  plants: number;
}

/**
 * What still has to be started for the promises of every species: of what is promised up to a day, so much as its batches do not surely give by it, and less
 * what has to be started for the promises before. What comes first stands first, then what is due first.
 */
export function wantedOf(standings: readonly SpeciesStanding[]): Wanted[] {
  const rank = ({ promise: { priority = 'next' } }: Wanted) => Priority.options.indexOf(priority);
  const wanted = standings.flatMap(({ promises }) => {
    let [asked, started] = [0, 0];
    return promises.flatMap(({ promise, open, ready }): Wanted[] => {
      asked += open;
      const plants = Math.min(open, Math.max(0, asked - ready.low - started));
      started += plants;
      return plants > 0 ? [{ promise, plants }] : [];
    });
  });
  return wanted.sort((a, b) => rank(a) - rank(b) || a.promise.on.localeCompare(b.promise.on));
}
