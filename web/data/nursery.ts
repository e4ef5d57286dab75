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
import type { LotId } from '@chill/model/primitives.ts';
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
export function useLot(lotId: LotId | undefined): { lot: LotView | undefined; looking: boolean } {
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

/** All that is stored, as it has come from the server; `undefined` while some of it is still to come. */
type Come = Clock & {
  nursery: Nursery | null;
  places: Place[];
  lots: LotInHand[];
  batches: Batch[];
  handbook: Species[];
  past: Past;
};

/** Loads everything that the stations need; what is still on its way to the server is shown as if it had arrived. */
export function useNurseryLoading(): Loading {
  const fresh = { dedupingInterval: 1000 };
  const { data: nursery, error: noNursery } = useSWR<Nursery | null>('/api/nursery', ask, fresh);
  const { data: clock, error: noClock } = useSWR<Clock>('/api/clock', askClock, { refreshInterval: 60_000 });
  const { data: places, error: noPlaces } = useSWR<Place[]>('/api/places', ask, fresh);
  const { data: lots, error: noLots } = useSWR<LotInHand[]>('/api/lots', ask, fresh);
  const { data: batches, error: noBatches } = useSWR<Batch[]>('/api/batches', ask, fresh);
  const { data: handbook, error: noHandbook } = useSWR<Species[]>('/api/handbook', ask, {
    revalidateOnFocus: false,
    revalidateIfStale: false,
  });
  const { data: past, error: noPast } = useSWR<Past>('/api/past', ask, fresh);
  const { pending } = useOutbox();
  const calledUp = useCalledUp();

  useEffect(() => startOutbox(takeIn), []);

  const come = useMemo(
    (): Come | undefined =>
      nursery !== undefined && clock && places && lots && batches && handbook && past
        ? { ...clock, nursery, places, lots, batches, handbook, past }
        : undefined,
    [nursery, clock, places, lots, batches, handbook, past],
  );
  const records = useRecords(come);
  const error = come ? undefined : (noNursery ?? noClock ?? noPlaces ?? noLots ?? noBatches ?? noHandbook ?? noPast);
  return useMemo((): Loading => {
    if (error) return { state: 'failed', error };
    if (!come || !records) return { state: 'loading' };
    if (come.nursery === null) return { state: 'first run', today: come.today };
    return { state: 'ready', view: viewOf({ ...come, nursery: come.nursery }, records, pending, calledUp) };
  }, [error, come, records, pending, calledUp]);
}

/** What the places' readings come to, as far as the nursery has been read with it. */
function useRecords(come: Come | undefined): PlaceTemperatures[] | undefined {
  const { data, error } = useSWR<PlaceTemperatures[]>('/api/temperatures', ask, {
    dedupingInterval: 1000,
    refreshInterval: 60_000,
    compare: sameRecords,
  });
  // Without readings the places' nominal temperatures stand: nothing waits for them but the first look.
  const told = data ?? (error ? NO_RECORDS : undefined);
  const [records, setRecords] = useState<PlaceTemperatures[]>();
  const latest = useRef({ come, records });
  latest.current = { come, records };
  useEffect(() => {
    if (!told) return;
    const { come: stored, records: before } = latest.current;
    const kept = keepSame(before, told);
    if (kept === before) return;
    // New readings change what many batches look forward to. They are read a few at a time, and shown when all are.
    return readAhead(before && stored?.nursery ? { ...stored, nursery: stored.nursery, temperatures: kept } : undefined, () =>
      setRecords(kept),
    );
  }, [told]);
  return records;
}

/** The nursery as the stations show it. */
function viewOf(
  come: Come & { nursery: Nursery },
  temperatures: PlaceTemperatures[],
  pending: Parameters<typeof withPending>[1],
  calledUp: ReturnType<typeof useCalledUp>,
): NurseryView {
  const { lots: lotsInHand, batches: inHand, past, ...base } = come;
  // Before anything is said of it.
  markFigures(base.nursery.settings.units.numbers ?? 'point');
  const open = new Set(inHand.map(({ id }) => id));
  const inUse = new Set(lotsInHand.map(({ id }) => id));
  const closed = calledUp.batches.filter(({ id }) => !open.has(id)).map((batch) => withPending(batch, pending));
  const usedUp = calledUp.lots.filter(({ id }) => !inUse.has(id));
  const now = nowInstant();
  const { lots: allLots, ...read } = reader.read({
    ...base,
    temperatures,
    now,
    now_ms: Date.parse(now),
    past,
    lots: [...lotsInHand, ...usedUp],
    batches: inHand.map((batch) => withPending(batch, pending)),
    calledUp: closed,
  });
  const [lots, rest] = [allLots.slice(0, lotsInHand.length), allLots.slice(lotsInHand.length)];
  const placesAsMeasured = asMeasured(base.places, temperatures, base.today);
  return { ...base, temperatures, placesAsMeasured, ...read, lots, usedUp: rest, closed: past.closed };
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
