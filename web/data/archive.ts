import type { Batch } from '@chill/model/batch.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import { useEffect, useSyncExternalStore } from 'react';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';

/** What is no longer in hand, and was asked for: closed batches, and the lots that they are of. */
export interface CalledUp {
  batches: Batch[];
  lots: LotInHand[];
}

let calledUp: CalledUp = { batches: [], lots: [] };
const listeners = new Set<() => void>();

/** What was called up so far; it stays until the page is loaded anew. */
export function useCalledUp(): CalledUp {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => calledUp,
  );
}

/** Puts batches and lots among those that were called up, in the place of what they were. */
function callUp({ batches, lots }: Partial<CalledUp>): void {
  calledUp = { batches: merged(calledUp.batches, batches), lots: merged(calledUp.lots, lots) };
  for (const listener of listeners) listener();
}

/** Takes in a batch as it was saved, if it was called up. */
export function recall(saved: Batch): void {
  if (calledUp.batches.some(({ id }) => id === saved.id)) callUp({ batches: [saved] });
}

function merged<T extends { id: string }>(known: T[], come: readonly T[] = []): T[] {
  const fresh = new Map(come.map((one) => [one.id, one]));
  if (fresh.size === 0) return known;
  const kept = known.map((one) => {
    const again = fresh.get(one.id);
    fresh.delete(one.id);
    return again ?? one;
  });
  return [...kept, ...fresh.values()];
}

/**
 * Asks the archive, and shows what comes among everything else: `code=7QK`, `lot=…`, `trial=…`, or `page=0` for the last that were closed. Nothing is asked
 * while `query` is undefined. Says whether the answer is still to come.
 */
export function useArchive(query: string | undefined): { looking: boolean } {
  const { data, error } = useSWR<CalledUp>(query && `/api/archive?${query}`, ask, { revalidateOnFocus: false });
  useEffect(() => {
    if (data) callUp(data);
  }, [data]);
  const come = data && [...data.batches].every(({ id }) => calledUp.batches.some((one) => one.id === id));
  return { looking: query !== undefined && !error && !come };
}

/** Asks for every lot there ever was, once `wanted`. */
export function useEveryLot(wanted: boolean): { looking: boolean } {
  const { data, error } = useSWR<LotInHand[]>(wanted ? '/api/lots?all=1' : null, ask, { revalidateOnFocus: false });
  useEffect(() => {
    if (data) callUp({ lots: data });
  }, [data]);
  return { looking: wanted && !error && !data };
}
