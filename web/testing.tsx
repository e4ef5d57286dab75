import { startingPlaces } from '@chill/core/kinds/places.ts';
import { broughtBy } from '@chill/core/lot/lotLedger.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { planFrom, propose } from '@chill/core/methods/propose.ts';
import { findMethod } from '@chill/core/methods/schools.ts';
import { NurseryReader } from '@chill/core/nursery/reader.ts';
import type { LearnedOf, Taught } from '@chill/core/results/taught.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch, Wish } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import type { Method } from '@chill/model/method.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { beforeEach } from '@jest/globals';
import { cleanup, render } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { mutate, SWRConfig } from 'swr';
import { type BatchView, NurseryProvider, type NurseryView } from './data/nursery.ts';
import { outboxNow } from './data/outbox.ts';
import { keepPage } from './data/results.ts';

export const TODAY = '2026-10-20';
export const HANDBOOK = loadHandbook();
let serial = 0;
/** Ids in the order in which they are asked for. */
export const id = () => `00000000-0000-4000-8000-${String(++serial).padStart(12, '0')}`;

export const NURSERY: Nursery = {
  name: 'Test bench',
  latitude_deg: 46,
  elevation_m: 780,
  timeZone: 'UTC',
  lastFrost: { mean: '05-12', sd_days: 9 },
  settings: { units: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' }, confidence: 0.9, frostRisk: 0.1 },
};
export const PLACES = startingPlaces(id);

/** The id of the place of that kind that every nursery begins with. */
export function placeId(kind: string): string {
  return PLACES.find((place) => place.kind === kind)?.id ?? '';
}

/** A lot of 200 seeds, 17 of 20 tested viable. */
export function lotOf(speciesId: string, part: Partial<LotInHand> = {}): LotInHand {
  return {
    id: id(),
    code: 'LO-26-01',
    speciesId,
    provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
    seeds: 200,
    viability: { kind: 'tested', tested: 20, viable: 17 },
    unassigned: 120,
    inBatches: 80,
    towels: [],
    version: 1,
    events: [],
    ...part,
  };
}

/** A batch of eighty seeds of that lot, made on 10 October by a method of its species, with what happened to it since. */
export function batchOf(lot: LotInHand, methodId: string, ...said: object[]): Batch {
  const species = HANDBOOK.find((one) => one.id === lot.speciesId) as Species;
  const wish: Wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: '2026-10-10' } };
  const request = { species, available: 80, wish, nursery: NURSERY, places: PLACES, today: '2026-10-10' };
  const method = findMethod(species, methodId) as Method;
  const plan = planFrom(propose(method, { ...request, viable: viableShare(lot.viability, species), ...broughtBy(lot) }), wish, 80);
  const batch: Batch = { id: id(), lotId: lot.id, code: '7QK', speciesId: species.id, madeOn: '2026-10-10', plan, events: [] };
  batch.events = said.map(
    (event, i): LedgerEvent => ({ id: id(), on: '2026-10-12', batchId: batch.id, version: i + 1, recordedAt: '', ...event }) as LedgerEvent,
  );
  return batch;
}

/** The events that bring a batch as far as its stage of that kind, begun on 12 October in the place meant for it. */
export function upTo(lot: LotInHand, methodId: string, kind: string): object[] {
  const { stages } = batchOf(lot, methodId).plan;
  const last = stages.findIndex((stage) => stage.kind === kind);
  return stages
    .slice(0, last + 1)
    .flatMap((stage, i) => [
      { kind: 'stageStarted', stage: i, placeId: stage.placeId ?? PLACES[0]?.id },
      ...(i < last ? [{ kind: 'stageFinished', stage: i, moves: [] }] : []),
    ]);
}

/** Everything drawn here sees this nursery: one lot, one batch. */
export function nurseryWith(lot: LotInHand, batches: Batch[], today = TODAY): NurseryView {
  const now_ms = Date.parse(`${today}T10:00:00Z`);
  const stored = { nursery: NURSERY, today, now: new Date(now_ms).toISOString(), now_ms, places: PLACES, lots: [lot], handbook: HANDBOOK };
  const read = new NurseryReader().read({ ...stored, temperatures: [], batches });
  return {
    nursery: NURSERY,
    today,
    steppable: false,
    places: PLACES,
    placesAsMeasured: PLACES,
    handbook: HANDBOOK,
    temperatures: [],
    usedUp: [],
    closed: 0,
    ...read,
  };
}

let address = '';
/** The address that is open, as `/plan?plants=30`. */
export const where = () => address;

function Where() {
  const { pathname, search } = useLocation();
  address = pathname + search;
  return null;
}

let editions = 0;
/** What the server says is learned: as the nursery was drawn last. */
let taught: Taught = { figures: [], species: [] };

/** Draws something within a nursery of which so much came and was learned, opened at an address that its route's path fits, with hands to use it. Any other address shows nothing. */
export function show(
  nursery: NurseryView,
  what: (view: BatchView) => ReactNode,
  { at = '/', path = '*', results = [], learned = [] }: { at?: string; path?: string; results?: Outcome[]; learned?: LearnedOf[] } = {},
) {
  const view = nursery.batches[0] as BatchView;
  taught = { figures: nursery.nursery.figures ?? [], species: learned };
  // What an earlier test was told is forgotten.
  void mutate('/api/learned', undefined, { revalidate: false });
  const page = { page: 0, count: results.length, edition: `${editions++}` };
  keepPage(page, results);
  const drawn = render(
    <MemoryRouter initialEntries={[at]}>
      <SWRConfig
        value={{ fallback: { '/api/results': results.length > 0 ? [page] : [], '/api/learned': taught }, revalidateIfStale: false }}
      >
        <NurseryProvider value={nursery}>
          <Routes>
            <Route path={path} element={what(view)} />
            {path !== '*' && <Route path="*" element={null} />}
          </Routes>
        </NurseryProvider>
      </SWRConfig>
      <Where />
    </MemoryRouter>,
  );
  return { ...drawn, view, user: userEvent.setup() };
}

/** What was recorded since, in the order in which it leaves. */
export function recorded(): NewEvent[] {
  return outboxNow().pending.flatMap(({ events }) => events);
}

/** Begins each test of a file with nothing drawn and nothing kept; gives what the test at hand has recorded. */
export function eachAnew(): () => NewEvent[] {
  let before = 0;
  beforeEach(() => {
    localStorage.clear();
    cleanup();
    before = recorded().length;
  });
  return () => recorded().slice(before);
}

/** A server that takes everything that it is sent, and answers with `answer`, and to what is learned as the nursery was drawn; what it was sent, in order. */
export function taking(answer: object = {}): { path: string; body: Record<string, unknown> }[] {
  const sent: { path: string; body: Record<string, unknown> }[] = [];
  globalThis.fetch = async (path, options) => {
    if (options?.method && options.method !== 'GET') sent.push({ path: String(path), body: JSON.parse(String(options.body)) });
    return new Response(JSON.stringify(path === '/api/learned' ? taught : answer), {
      status: 200,
      headers: { 'content-type': 'application/json' },
    });
  };
  return sent;
}
