import { setImmediate } from 'node:timers/promises';
import { meanShare } from '@chill/core/chance/shares.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { trueViableOf } from '@chill/demo/grow.ts';
import { Sights } from '@chill/model/sight.ts';
import type { Species } from '@chill/model/species.ts';
import { sightOf } from '@chill/sim/seeds.ts';
import { inHandSince } from '../nursery/views.ts';
import { routes } from './context.ts';

/** In the demo only: what the simulated seeds would show at a check today, so that the newcomer has something to count. */
export const demoRoutes = routes((app, { store, clock, handbook, temperatures }) => {
  if (!clock.steppable) return;
  app.get('/api/demo/sights', { schema: { summary: 'What the simulated seeds show today', response: { 200: Sights } } }, async () => {
    const [today, places, lots, batches, records] = await Promise.all([
      clock.today(),
      store.places(),
      store.lots(),
      clock.today().then((day) => store.batchesInHand(inHandSince(day))),
      temperatures.all(),
    ]);
    const open = batches.filter((batch) => batch.events.length > 0 && batch.events.at(-1)?.kind !== 'closed');
    const seen: [string, ReturnType<typeof sightOf>][] = [];
    for (const batch of open) {
      // Each is lived through from its first day: others are answered in between.
      await setImmediate();
      const species = handbook.find(batch.speciesId) as Species;
      const lot = lots.find((one) => one.id === batch.lotId);
      const trueViable = trueViableOf(lot?.code ?? '') ?? meanShare(viableShare(lot?.viability ?? { kind: 'unknown' }, species));
      seen.push([batch.id, sightOf(batch, species, trueViable, places, today, records)]);
    }
    return Object.fromEntries(seen);
  });
});
