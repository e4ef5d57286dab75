import { type LotRule, mondayOf, type Pinned, type Season } from '@chill/core/planning/season.ts';
import { wantedOf } from '@chill/core/planning/wanted.ts';
import { type Stay, staysOf } from '@chill/core/season/stays.ts';
import { byWeek, expectedWork } from '@chill/core/season/work.ts';
import { useMemo } from 'react';
import { asItStands, useNursery } from '../../data/nursery.ts';
import { usePromises } from '../../data/promises.ts';
import { useSeasons } from '../../data/seasons.ts';

/** Weeks whose work is counted. */
const WEEKS = 120;

/** What the grower holds fast for the season's plan. */
export interface Held {
  lotRule: LotRule;
  pinned: Pinned[];
  without: Season['without'];
}

export const NOTHING_HELD: Held = { lotRule: 'oldest', pinned: [], without: [] };

/** The season as it stands, to be planned: what is in hand, what is in stock, and what is promised and not yet started. `undefined` until the promises have come. */
export function useSeason(): ((held: Held) => Season) | undefined {
  const { nursery, placesAsMeasured: places, lots, handbook, batches, rot, today } = useNursery();
  const { inHand } = usePromises();
  const plans = useSeasons();
  return useMemo(() => {
    if (!inHand || !plans) return undefined;
    const wanted = wantedOf(inHand, batches, plans);
    const stays: Stay[] = staysOf(batches, places, today);
    const work = byWeek(expectedWork(batches, today), mondayOf(today), WEEKS);
    const species = handbook.filter(({ id }) => wanted.some(({ promise }) => promise.speciesId === id));
    const stock = lots
      .filter(({ unassigned, speciesId }) => unassigned > 0 && species.some(({ id }) => id === speciesId))
      .map((lot) => {
        const { id, code, speciesId, soundness, wintered, provenance, storage, towelTests } = asItStands(lot);
        return {
          ...{ id, code, speciesId, soundness, provenance, towelTests, unassigned: lot.unassigned },
          ...(wintered && { wintered }),
          ...(storage && { storage }),
        };
      });
    return (held: Held): Season => ({ today, nursery, places, rot, species, lots: stock, stays, work, wanted, ...held });
  }, [inHand, plans, nursery, places, lots, handbook, batches, rot, today]);
}
