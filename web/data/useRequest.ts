import { lotInRequest, type Request } from '@chill/core/methods/propose.ts';
import type { Wish } from '@chill/model/batch.ts';
import type { Species } from '@chill/model/species.ts';
import { useMemo } from 'react';
import { asItStands, type LotView, useNursery } from './nursery.ts';

/** Plants that a plan begins with, until somebody says how many. */
export const USUAL_PLANTS = 40;

/** What core is asked when methods are weighed for a lot, here and today: for a wish, with so many of its seeds. The same as long as none of it changes. */
export function useRequest(
  lot: LotView | undefined,
  species: Species | undefined,
  wish: Wish | undefined,
  seeds = lot?.unassigned ?? 0,
): Request | undefined {
  const { nursery, placesAsMeasured: places, today, rot } = useNursery();
  return useMemo(
    () => lot && species && wish && { ...lotInRequest(asItStands(lot), seeds, species, today), species, wish, nursery, places, today, rot },
    [lot, species, wish, seeds, nursery, places, today, rot],
  );
}
