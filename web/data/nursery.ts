import { type LotState, lotState } from '@chill/core/lot/lotLedger.ts';
import { type Projection, project, type Setting } from '@chill/core/schedule/project.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import { tasksFor } from '@chill/core/schedule/tasks.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Clock } from '@chill/model/clock.ts';
import type { Lot, LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { createContext, useContext, useEffect, useMemo } from 'react';
import useSWR, { mutate } from 'swr';
import { ask } from './api.ts';
import { askClock, nowInstant, nowMs } from './now.ts';
import { startOutbox, useOutbox, withPending } from './outbox.ts';

/** A lot with where every seed of it is, and what its tests say together. */
export interface LotView extends LotInHand {
  state: LotState;
}

/** One batch with everything that follows from it today. */
export interface BatchView {
  batch: Batch;
  species: Species;
  lot: LotView;
  projection: Projection;
  tasks: Task[];
}

/** The whole nursery as the stations show it. */
export interface NurseryView {
  nursery: Nursery;
  today: string;
  steppable: boolean;
  places: Place[];
  lots: LotView[];
  handbook: Species[];
  batches: BatchView[];
}

const NurseryContext = createContext<NurseryView | undefined>(undefined);
export const NurseryProvider = NurseryContext.Provider;

/** The nursery, for anything drawn beneath {@link NurseryProvider}. */
export function useNursery(): NurseryView {
  const view = useContext(NurseryContext);
  if (!view) throw new Error('useNursery is used outside the nursery.');
  return view;
}

/** One batch by its bag code, if there is one. */
export function useBatchByCode(code: string | undefined): BatchView | undefined {
  return useNursery().batches.find((view) => view.batch.code === code?.toUpperCase());
}

/** A lot as its ledger leaves it: as sound as its tests together say, and kept as it was last moved. Whatever reckons with a lot takes this. */
export function asItStands(lot: LotView): Lot {
  const { state } = lot;
  return { ...lot, soundness: state.soundness, ...(state.storage && { storage: state.storage }) };
}

/** What a batch is read against. */
export function settingOf(view: Pick<NurseryView, 'places' | 'nursery' | 'today'>, species: Species, lot: LotView): Setting {
  return { species, lot: asItStands(lot), places: view.places, nursery: view.nursery, today: view.today, now: nowInstant() };
}

type Loading =
  | { state: 'loading' }
  | { state: 'failed'; error: Error }
  | { state: 'first run'; today: string }
  | { state: 'ready'; view: NurseryView };

/** Loads everything that the stations need; what is still on its way to the server is shown as if it had arrived. */
export function useNurseryLoading(): Loading {
  const fresh = { dedupingInterval: 1000 };
  const nursery = useSWR<Nursery | null>('/api/nursery', ask, fresh);
  const clock = useSWR<Clock>('/api/clock', askClock, { refreshInterval: 60_000 });
  const places = useSWR<Place[]>('/api/places', ask, fresh);
  const lots = useSWR<LotInHand[]>('/api/lots', ask, fresh);
  const batches = useSWR<Batch[]>('/api/batches', ask, fresh);
  const handbook = useSWR<Species[]>('/api/handbook', ask, { revalidateOnFocus: false, revalidateIfStale: false });
  const { pending } = useOutbox();

  useEffect(() => startOutbox(takeIn), []);

  const { data: nurseryData } = nursery;
  const { data: clockData } = clock;
  const { data: placeData } = places;
  const { data: lotData } = lots;
  const { data: batchData } = batches;
  const { data: handbookData } = handbook;
  const error = [nursery, clock, places, lots, batches, handbook].find((one) => one.error && one.data === undefined)?.error;

  return useMemo((): Loading => {
    if (error) return { state: 'failed', error };
    if (nurseryData === undefined || !clockData || !placeData || !lotData || !batchData || !handbookData) return { state: 'loading' };
    if (nurseryData === null) return { state: 'first run', today: clockData.today };
    const known = batchData.map((batch) => withPending(batch, pending));
    const lotViews = lotData.map((lot): LotView => {
      const mine = known.filter((batch) => batch.lotId === lot.id);
      return { ...lot, state: lotState(lot, lot.events, mine) };
    });
    const base = { nursery: nurseryData, ...clockData, places: placeData, lots: lotViews, handbook: handbookData };
    const views = known.flatMap((batch) => viewOf(batch, base) ?? []);
    return { state: 'ready', view: { ...base, batches: views } };
  }, [error, nurseryData, clockData, placeData, lotData, batchData, handbookData, pending]);
}

/** Puts a batch as the server saved it among the others; where a split was undone, the other part has changed too. */
function takeIn(saved: Batch): void {
  const last = saved.events.at(-1);
  const undone = last?.kind === 'reversed' ? saved.events.find(({ id }) => id === last.reverses) : undefined;
  const revalidate = undone?.kind === 'split';
  void mutate<Batch[]>('/api/batches', (all) => all?.map((one) => (one.id === saved.id ? saved : one)), { revalidate });
}

/** A batch with a running timer is read again this often, ms. */
const READ_AGAIN_MS = 300_000;

const known = new WeakMap<Batch, { against: unknown[]; view: BatchView; read_ms: number }>();

/** A batch is read again only when it, the day, the places or its lot have changed. */
function viewOf(batch: Batch, base: Omit<NurseryView, 'batches'>): BatchView | undefined {
  const species = base.handbook.find((one) => one.id === batch.speciesId);
  const lot = base.lots.find((one) => one.id === batch.lotId);
  if (!species || !lot) return undefined;
  const against = [
    base.today,
    base.places,
    base.nursery,
    JSON.stringify([lot.state.soundness, lot.state.storage, lot.wintered, lot.provenance]),
  ];
  const kept = known.get(batch);
  // What runs against a timer has tasks by the hour; everything else only by the day.
  const timed = kept?.view.projection.state.timers.some(({ ended }) => !ended);
  const fresh = !timed || (kept && nowMs() - kept.read_ms < READ_AGAIN_MS);
  if (fresh && kept?.against.every((one, i) => one === against[i])) return { ...kept.view, lot };
  const setting = settingOf(base, species, lot);
  const projection = project(batch, setting);
  const view = { batch, species, lot, projection, tasks: tasksFor(batch, projection, setting) };
  known.set(batch, { against, view, read_ms: nowMs() });
  return view;
}
