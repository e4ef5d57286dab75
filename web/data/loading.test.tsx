import { expect, test } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import { batchOf, HANDBOOK, id, lotOf, NURSERY, PLACES, TODAY } from '../testing.tsx';
import { useNurseryLoading } from './nursery.ts';
import { post } from './outbox.ts';

function Loaded() {
  const loading = useNurseryLoading();
  return <p>{loading.state === 'ready' ? `ready, ${loading.view.batches.length} in hand` : loading.state}</p>;
}

test('an entry that reaches the server before the batches are there keeps nobody from seeing them', async () => {
  const lot = lotOf('larix-occidentalis');
  const batch = batchOf(lot, 'towel-in-fridge', { kind: 'stageStarted', stage: 0 });
  const answers: Record<string, unknown> = {
    '/api/nursery': NURSERY,
    '/api/clock': { today: TODAY, now: `${TODAY}T12:00:00Z`, steppable: false },
    '/api/places': PLACES,
    '/api/lots': [lot],
    '/api/handbook': HANDBOOK,
    '/api/temperatures': [],
    '/api/past': { closed: 0, mould: [] },
  };
  const released: Record<string, () => void> = {};
  const until = (what: string) => new Promise<void>((come) => (released[what] = come));
  let saved = false;
  globalThis.fetch = (async (url: string, init?: RequestInit) => {
    if (init?.method === 'POST') {
      await until('entry');
      saved = true;
      return Response.json(batch);
    }
    if (url !== '/api/batches') return Response.json(answers[url] ?? []);
    // The first answer sets out before the entry is saved, and arrives after it.
    if (!saved) await until('batches');
    return Response.json([batch]);
  }) as typeof fetch;

  post(batch, [{ id: id(), on: TODAY, kind: 'noted', note: 'left the bag open' }]);
  render(<Loaded />);
  expect(await screen.findByText('loading')).toBeTruthy();
  for (const what of ['entry', 'batches']) await act(async () => released[what]?.());
  expect(await screen.findByText('ready, 1 in hand')).toBeTruthy();
});
