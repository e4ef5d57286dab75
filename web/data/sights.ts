import useSWR from 'swr';
import { ask } from './api.ts';
import { useNursery } from './nursery.ts';

/** What the demo's simulated seeds show at a look. */
export interface Sight {
  damp: 'dry' | 'right' | 'wet';
  up: number;
  mouldy: number;
  lost: number;
  swollen: number;
  floating: number;
}

/** In the demo, what a look at each batch would show today; empty elsewhere. */
export function useSights(): Record<string, Sight> {
  const { steppable, today, batches } = useNursery();
  const entries = batches.reduce((sum, view) => sum + view.batch.events.length, 0);
  const { data } = useSWR<Record<string, Sight>>(steppable ? ['/api/demo/sights', today, entries] : null, () => ask('/api/demo/sights'), {
    keepPreviousData: true,
  });
  return data ?? {};
}
