import type { Sights } from '@chill/model/sight.ts';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';
import { useNursery } from './nursery.ts';

/** In the demo, what a check of each batch would show today; empty elsewhere. */
export function useSights(): Sights {
  const { steppable, today, batches } = useNursery();
  const entries = batches.reduce((sum, view) => sum + view.batch.events.length, 0);
  const { data } = useSWR<Sights>(steppable ? ['/api/demo/sights', today, entries] : null, () => ask('/api/demo/sights'), {
    keepPreviousData: true,
  });
  return data ?? {};
}
