import { asMeasured } from '@chill/core/chill/met.ts';
import type { Situation } from '@chill/core/follow/situation.ts';
import { kindOfEvent } from '@chill/core/ledger/events/index.ts';
import { asItStands, type BatchView, type LotView, NurseryReader, type Stored } from '@chill/core/nursery/reader.ts';
import type { LearnedRot } from '@chill/core/rot/learned.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Clock } from '@chill/model/clock.ts';
import type { LotInHand } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Past } from '@chill/model/past.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { markFigures } from '@chill/words/language.ts';
import { createContext, useContext, useEffect, useMemo, useRef, useState } from 'react';
import useSWR, { mutate } from 'swr';
import { ask } from '../browser/api.ts';
import { askClock, nowInstant } from '../browser/now.ts';
import { recall, useArchive, useCalledUp } from './archive.ts';
import { startOutbox, useOutbox, withPending } from './outbox.ts';

export { asItStands, type BatchView, type LotView };

/** The whole nursery as the stations show it. */
export interface NurseryView {
  nursery: Nursery;
  today: string;
  steppable: boolean;
  /** True while the demo is only looked around in: there is a way back to one's own nursery. */
  lookingAround?: boolean | undefined;
  places: Place[];
  /** The places at what their readings say: what a plan made today calculates with. */
  placesAsMeasured: Place[];
  lots: LotView[];
  handbook: Species[];
  /** What the places' readings come to, by the day. */
  temperatures: PlaceTemperatures[];
  /** The nursery's own multipliers on rot, from its mould. */
  rot: LearnedRot;
  batches: BatchView[];
  /** Lots that have neither seeds left nor an open batch, as far as they were asked for. */
  usedUp: LotView[];
  /** Batches that are closed, tests apart. */
  closed: number;
}

const NurseryContext = createContext<NurseryView | undefined>(undefined);
export const NurseryProvider = NurseryContext.Provider;

/** The nursery, for anything drawn beneath {@link NurseryProvider}. */
export function useNursery(): NurseryView {
  const view = useContext(NurseryContext);
  if (!view) throw new Error('useNursery is used outside the nursery.');
  return view;
}

/** One batch by its bag code, called up where it is no longer in hand; `looking` while that is not known. */
export function useBatchByCode(code: string | undefined): { view: BatchView | undefined; looking: boolean } {
  const view = useNursery().batches.find(({ batch }) => batch.code === code?.toUpperCase());
  const { looking } = useArchive(view || !code ? undefined : `${new URLSearchParams({ code })}`);
  return { view, looking };
}

/** One lot, called up with all its batches. */
export function useLot(lotId: string | undefined): { lot: LotView | undefined; looking: boolean } {
  const { lots, usedUp } = useNursery();
  const { looking } = useArchive(lotId && `${new URLSearchParams({ lot: lotId })}`);
  return { lot: [...lots, ...usedUp].find(({ id }) => id === lotId), looking };
}

/** What a batch is read against. */
export function situationOf(
  { places, nursery, today, temperatures, rot }: Pick<NurseryView, 'places' | 'nursery' | 'today' | 'temperatures' | 'rot'>,
  species: Species,
  lot: LotView,
): Situation {
  return { species, lot: asItStands(lot), places, nursery, today, temperatures, rot, now: nowInstant() };
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
  const temperatures = useSWR<PlaceTemperatures[]>('/api/temperatures', ask, { ...fresh, refreshInterval: 60_000, compare: sameRecords });
  const past = useSWR<Past>('/api/past', ask, fresh);
  const { pending } = useOutbox();
  const calledUp = useCalledUp();

  useEffect(() => startOutbox(takeIn), []);

  const { data: nurseryData } = nursery;
  const { data: clockData } = clock;
  const { data: placeData } = places;
  const { data: lotData } = lots;
  const { data: batchData } = batches;
  const { data: handbookData } = handbook;
  const { data: pastData } = past;
  // Without readings the places' nominal temperatures stand: nothing waits for them but the first look.
  const come = temperatures.data ?? (temperatures.error ? NO_RECORDS : undefined);
  const [records, setRecords] = useState<PlaceTemperatures[]>();
  const stored =
    nurseryData && clockData && placeData && lotData && batchData && handbookData && pastData
      ? {
          nursery: nurseryData,
          today: clockData.today,
          places: placeData,
          lots: lotData,
          handbook: handbookData,
          batches: batchData,
          past: pastData,
        }
      : undefined;
  const latest = useRef({ stored, records });
  latest.current = { stored, records };
  useEffect(() => {
    if (!come) return;
    const kept = keepSame(latest.current.records, come);
    if (kept === latest.current.records) return;
    // New readings change what many batches look forward to. They are read a few at a time, and shown when all are.
    return readAhead(latest.current.stored && latest.current.records ? { ...latest.current.stored, temperatures: kept } : undefined, () =>
      setRecords(kept),
    );
  }, [come]);
  const error = [nursery, clock, places, lots, batches, handbook, past].find((one) => one.error && one.data === undefined)?.error;

  return useMemo((): Loading => {
    if (error) return { state: 'failed', error };
    if (nurseryData === undefined || !clockData || !placeData || !lotData || !batchData || !handbookData || !pastData || !records)
      return { state: 'loading' };
    if (nurseryData === null) return { state: 'first run', today: clockData.today };
    // Before anything is said of it.
    markFigures(nurseryData.settings.units.numbers ?? 'point');
    const known = batchData.map((batch) => withPending(batch, pending));
    const inHand = new Set(batchData.map(({ id }) => id));
    const inUse = new Set(lotData.map(({ id }) => id));
    const closed = calledUp.batches.filter(({ id }) => !inHand.has(id)).map((batch) => withPending(batch, pending));
    const usedUp = calledUp.lots.filter(({ id }) => !inUse.has(id));
    const now = nowInstant();
    const base = { nursery: nurseryData, ...clockData, places: placeData, handbook: handbookData, temperatures: records };
    const { lots: allLots, ...read } = reader.read({
      ...base,
      now,
      now_ms: Date.parse(now),
      lots: [...lotData, ...usedUp],
      batches: known,
      calledUp: closed,
      past: pastData,
    });
    const [lots, rest] = [allLots.slice(0, lotData.length), allLots.slice(lotData.length)];
    const placesAsMeasured = asMeasured(placeData, records, clockData.today);
    return { state: 'ready', view: { ...base, placesAsMeasured, ...read, lots, usedUp: rest, closed: pastData.closed } };
  }, [error, nurseryData, clockData, placeData, lotData, batchData, handbookData, pastData, records, pending, calledUp]);
}

/** Puts a batch as the server saved it among the others; where a split was undone, the other part has changed too. */
function takeIn(saved: Batch): void {
  const last = saved.events.at(-1);
  const undone = last?.kind === 'reversed' ? saved.events.find(({ id }) => id === last.reverses) : undefined;
  const splitUndone = undone !== undefined && kindOfEvent(undone).goesBack !== undefined;
  recall(saved);
  void mutate<Batch[]>('/api/batches', (all) => all?.map((one) => (one.id === saved.id ? saved : one)), {
    // An answer that was on its way when this arrived is thrown away: where it was the first, or held one that is opened again, it is asked for once more.
    revalidate: (all?: Batch[]) => splitUndone || !all?.some(({ id }) => id === saved.id),
  });
  if (last?.kind === 'closed' || last?.kind === 'withdrawn' || last?.kind === 'reversed' || last?.kind === 'stageFinished')
    void Promise.all([mutate('/api/past'), mutate('/api/lots'), mutate('/api/results'), mutate('/api/learned')]);
}

const reader = new NurseryReader();
const NO_RECORDS: PlaceTemperatures[] = [];

/** Readings that have not changed leave everything that follows from them as it is. */
function sameRecords(a: PlaceTemperatures[] | undefined, b: PlaceTemperatures[] | undefined): boolean {
  return (
    a === b || (a?.length === b?.length && (a?.every(({ edition }, i) => edition !== undefined && edition === b?.[i]?.edition) ?? false))
  );
}

/** The new readings, with the objects that were there already for the places where nothing has changed. */
function keepSame(before: PlaceTemperatures[] | undefined, come: PlaceTemperatures[]): PlaceTemperatures[] {
  if (!before || before === come) return come;
  const records = come.map((record) => before.find((one) => sameRecords([one], [record])) ?? record);
  return records.length === before.length && records.every((one, i) => one === before[i]) ? before : records;
}

/** A slice of reading ahead takes no longer than this, ms. */
const SLICE_MS = 12;

/** Reads the nursery in slices, so that nothing on the screen stutters, and says when it is done; the returned function stops it. */
function readAhead(stored: Omit<Stored, 'now' | 'now_ms'> | undefined, done: () => void): () => void {
  if (!stored) {
    done();
    return () => undefined;
  }
  const now = nowInstant();
  const steps = reader.inSteps({ ...stored, now, now_ms: Date.parse(now) });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const go = () => {
    const until = performance.now() + SLICE_MS;
    while (performance.now() < until) if (steps.next().done) return done();
    timer = setTimeout(go);
  };
  go();
  return () => clearTimeout(timer);
}
