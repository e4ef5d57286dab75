import { type SpeciesStanding, weighPromises } from '@chill/core/nursery/promises.ts';
import type { PlantPromise, PromisesInHand } from '@chill/model/promise.ts';
import { useMemo } from 'react';
import useSWR, { mutate } from 'swr';
import { ask } from '../browser/api.ts';
import { saveTogether } from '../browser/together.ts';
import { useNursery } from './nursery.ts';

/** Plants promised, and how every species' batches stand against them; `undefined` until they have come. */
export function usePromises(): {
  inHand: PromisesInHand | undefined;
  promises: PlantPromise[] | undefined;
  standings: SpeciesStanding[];
  error: Error | undefined;
} {
  const { batches } = useNursery();
  const { data, error } = useSWR<PromisesInHand, Error>('/api/promises', ask);
  const standings = useMemo(() => (data ? weighPromises(data, batches) : []), [data, batches]);
  return { inHand: data, promises: data?.promises, standings, error: data ? undefined : error };
}

/** Promises several, all or none. */
export async function savePromises(promises: readonly PlantPromise[]): Promise<void> {
  await ask('/api/promises', { method: 'POST', body: { promises } });
  await mutate('/api/promises');
}

/** Promises plants, or changes a promise from what it was, `base`; what others changed in other parts of it stays. */
export async function savePromise(promise: PlantPromise, base?: PlantPromise): Promise<void> {
  await saveTogether(promise, base, (body) => ask(`/api/promises/${promise.id}`, { method: 'PUT', body })).finally(() =>
    mutate('/api/promises'),
  );
}
