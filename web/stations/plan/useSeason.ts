import { stocked } from '@chill/core/nursery/stocked.ts';
import type { LotRule, Pinned, SeasonToPlan } from '@chill/core/planning/season.ts';
import { wantedOf } from '@chill/core/planning/wanted.ts';
import { figuresOfVariety } from '@chill/core/results/varieties.ts';
import { staysOf } from '@chill/core/season/stays.ts';
import { expectedWork } from '@chill/core/season/work.ts';
import { useMemo } from 'react';
import { useLearned } from '../../data/learned.ts';
import { useNursery } from '../../data/nursery.ts';
import { usePromises } from '../../data/promises.ts';
import { useSeasons } from '../../data/seasons.ts';

/** What the grower holds fast for the season's plan. */
export interface HeldFast {
  lotRule: LotRule;
  pinned: Pinned[];
  without: SeasonToPlan['without'];
  /** Whether batches of accepted seasons that have not begun may be planned anew. */
  mayMove: boolean;
}

export const NOTHING_HELD: HeldFast = { lotRule: 'oldest', pinned: [], without: [], mayMove: false };

/** A season without what the grower holds fast, and how many planned batches could be planned anew with it. */
export interface SeasonInHand {
  base: Omit<SeasonToPlan, 'lotRule' | 'pinned' | 'without'>;
  movable: number;
}

/** The season as it stands, to be planned: what is in hand, what is in stock, and what is promised and not yet started. `undefined` until the promises have come. */
export function useSeason(mayMove: boolean): SeasonInHand | undefined {
  const { nursery, placesAsMeasured: places, lots, batches, rot, today } = useNursery();
  const known = useLearned();
  const handbook = known?.done ? known.forPlans : undefined;
  const { inHand } = usePromises();
  const plans = useSeasons();
  return useMemo(() => {
    if (!inHand || !plans || !handbook) return undefined;
    const ofSeasons = new Set(
      plans.filter(({ undone }) => !undone).flatMap(({ promises }) => promises.flatMap(({ batchIds }) => batchIds)),
    );
    const movable = batches.filter(({ batch }) => ofSeasons.has(batch.id) && batch.events.length === 0);
    const withdrawn = mayMove ? movable : [];
    const others = batches.filter((view) => !withdrawn.includes(view));
    const wanted = wantedOf(inHand, others, plans);
    const species = handbook.filter(({ id }) => wanted.some(({ promise }) => promise.speciesId === id));
    const stock = lots.flatMap((lot) => {
      const back = withdrawn.reduce((sum, { batch }) => sum + (batch.lotId === lot.id ? batch.plan.seeds : 0), 0);
      if (lot.unassigned + back === 0 || !species.some(({ id }) => id === lot.speciesId)) return [];
      return [stocked(lot, back, figuresOfVariety(known?.learned.get(lot.speciesId)?.varieties ?? [], lot.variety))];
    });
    return {
      movable: movable.length,
      base: {
        today,
        nursery,
        places,
        rot,
        species,
        lots: stock,
        wanted,
        stays: staysOf(others, places, today),
        work: expectedWork(others, today).map(({ on, minutes, sooner_days, later_days }) => ({ on, minutes, sooner_days, later_days })),
        withdraw: withdrawn.map(({ batch }) => batch.id),
      },
    };
  }, [inHand, plans, mayMove, nursery, places, lots, handbook, known, batches, rot, today]);
}
