import { movedBy } from '@chill/core/planning/move.ts';
import type { Kept, ProposedPromise } from '@chill/core/planning/proposed.ts';
import type { LotRule, SeasonToPlan } from '@chill/core/planning/season.ts';
import { useMemo, useRef, useState } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { type Planning, usePlanning } from './usePlanning.ts';
import { type HeldFast, NOTHING_HELD, type SeasonInHand, useSeason } from './useSeason.ts';

/** A proposed promise that is kept. */
export type KeptPromise = ProposedPromise & { kept: Kept };
export const isKept = (one: ProposedPromise): one is KeptPromise => one.kept !== undefined;

/** Takes a promise's start so many days from where it was proposed; keeps it there, and plans the others around it; or leaves it. */
export interface Grip {
  move: (id: string, days: number) => void;
  keep: () => void;
  leave: () => void;
}

/** The season's plan as the grower works on it. */
export interface SeasonPlanning extends Grip {
  grip: Grip;
  /** Promises that need plants; `undefined` until they have come. */
  wanted: number | undefined;
  /** Batches of accepted seasons that have not begun. */
  movable: number;
  planning: Planning | undefined;
  /** The proposal, with the one that is taken hold of where it is moved to. */
  proposals: ProposedPromise[];
  held: HeldFast;
  moving: { id: string; days: number } | undefined;
  plan: () => void;
  stop: () => void;
  discard: () => void;
  chooseLots: (rule: LotRule) => void;
  /** Whether planned batches of accepted seasons may be planned anew. */
  letMove: (may: boolean) => void;
  /** Holds a promise as it is proposed while the rest is planned again; lets go of it; plans it by another method. */
  hold: (one: KeptPromise) => void;
  letGo: (id: string) => void;
  another: (one: KeptPromise) => void;
}

export function useSeasonPlan(): SeasonPlanning {
  const { handbook } = useNursery();
  const [held, setHeld] = useState<HeldFast>(NOTHING_HELD);
  const season = useSeason(held.mayMove);
  const [moving, setMoving] = useState<{ id: string; days: number }>();
  const { planning, plan, stop, clear } = usePlanning();
  const { promises, season: planned } = planning ?? {};
  const proposals = useMemo(
    () =>
      (promises ?? []).map((one): ProposedPromise => {
        const species = handbook.find(({ id }) => id === one.wanted.promise.speciesId);
        if (!moving || !planned || !species || !isKept(one) || one.wanted.promise.id !== moving.id) return one;
        return { ...one, kept: movedBy(one, moving.days, planned, species) };
      }),
    [promises, planned, moving, handbook],
  );
  const again = (next: HeldFast) => {
    setHeld(next);
    setMoving(undefined);
    if (season && planning) plan(planFrom(season, next), proposals);
  };
  const pinned = ({ wanted, kept }: KeptPromise) => ({ promiseId: wanted.promise.id, methodId: kept.methodId, start: kept.start });
  const but = (id: string) => held.pinned.filter(({ promiseId }) => promiseId !== id);
  const hold = (one: KeptPromise) => again({ ...held, pinned: [...but(one.wanted.promise.id), pinned(one)] });
  const move = (id: string, days: number) => setMoving({ id, days });
  const leave = () => setMoving(undefined);
  const keep = () => {
    const one = proposals.find(({ wanted }) => wanted.promise.id === moving?.id);
    if (one && isKept(one) && moving?.days) hold(one);
    else leave();
  };
  const grip = useSame({ move, keep, leave });
  return {
    planning,
    proposals,
    held,
    moving,
    stop,
    hold,
    move,
    keep,
    leave,
    grip,
    wanted: season?.base.wanted.length,
    movable: season?.movable ?? 0,
    plan: () => {
      setMoving(undefined);
      if (season) plan(planFrom(season, held), promises);
    },
    discard: () => {
      setHeld((before) => ({ ...NOTHING_HELD, mayMove: before.mayMove }));
      setMoving(undefined);
      clear();
    },
    chooseLots: (lotRule) => again({ ...held, lotRule }),
    // What may move is another season: it is planned when it is asked for.
    letMove: (mayMove) => {
      setHeld({ ...NOTHING_HELD, lotRule: held.lotRule, mayMove });
      setMoving(undefined);
      clear();
    },
    letGo: (id) => again({ ...held, pinned: but(id) }),
    another: ({ wanted: { promise }, kept: { methodId } }) =>
      again({ ...held, pinned: but(promise.id), without: [...held.without, { promiseId: promise.id, methodId }] }),
  };
}

/** The same grip for as long as the page stands: the drawing is not drawn again for a new hand. */
function useSame(grip: Grip): Grip {
  const now = useRef(grip);
  now.current = grip;
  return useMemo(
    () => ({ move: (id, days) => now.current.move(id, days), keep: () => now.current.keep(), leave: () => now.current.leave() }),
    [],
  );
}

const planFrom = ({ base }: SeasonInHand, { lotRule, pinned, without }: HeldFast): SeasonToPlan => ({ ...base, lotRule, pinned, without });
