import { daysBetween, shortDate } from '@chill/core/calendar/dates.ts';
import { asOfLot } from '@chill/core/lot/variety.ts';
import { lotInRequest } from '@chill/core/methods/propose.ts';
import { type AllOfIt, allInTime } from '@chill/core/methods/stillInTime.ts';
import { span } from '@chill/core/units/span.ts';
import { say } from '@chill/words/spring.ts';
import { useCallback, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { plannedForLot, useLearned } from '../../data/learned.ts';
import { asItStands, type LotView, useNursery } from '../../data/nursery.ts';
import { USUAL_PLANTS } from '../../data/useRequest.ts';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { LongList } from '../../kit/lists/LongList.tsx';
import { useOneByOne } from '../../kit/lists/useOneByOne.ts';
import { springsEnd } from '../../parts/SpringLink.tsx';

const COLUMNS =
  'grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 desk:grid-cols-[minmax(0,1.4fr)_minmax(0,1.3fr)_7rem_7rem_9rem] desk:items-baseline';
/** About how high a line is, px. */
const LINE_HEIGHT = 66;

/** Seed has come in midwinter: over all lots, what of it can still be ready by a day, by which method, when, and how many; each leads to its plan. */
export default function SpringPage() {
  const { nursery, lots, today } = useNursery();
  const [query, setQuery] = useSearchParams();
  const day = query.get('by') ?? springsEnd(nursery.latitude_deg, today);
  const inStock = useMemo(() => lots.filter(({ unassigned }) => unassigned > 0), [lots]);
  const found = useOneByOne(inStock, useBest(day));
  const known = inStock.flatMap((lot) => {
    const best = found.get(lot);
    return best ? [{ id: lot.id, lot, best }] : [];
  });
  const soonest = (a: Row, b: Row) => out(a.best).localeCompare(out(b.best));
  const [still, not] = [true, false].map((inTime) => known.filter(({ best }) => best.inTime === inTime).sort(soonest)) as [Row[], Row[]];
  const left = inStock.length - found.size;
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('title', { day: shortDate(day, today) })}</h1>
      <p className="mt-1 max-w-prose text-ink2">{say('means')}</p>
      <div className="mt-3 max-w-60">
        <Field label={say('outBy')}>
          <DateInput today={today} value={day} onChange={(by) => setQuery(by ? { by } : {}, { replace: true, preventScrollReset: true })} />
        </Field>
      </div>
      {inStock.length === 0 && (
        <p className="mt-4">
          {say('nothingInStock')}{' '}
          <Link to="/seeds/new" className="underline underline-offset-4">
            {say('addLot')}
          </Link>
        </p>
      )}
      {left > 0 && (
        <p role="status" className="mt-3 text-ink2">
          {say('weighing', { done: found.size, of: inStock.length })}
        </p>
      )}
      {still.length > 0 && <Lots title={say('still', { count: still.length })} rows={still} day={day} />}
      {not.length > 0 && <Lots title={say('notAnyMore', { count: not.length })} rows={not} day={day} />}
    </section>
  );
}

/** For how many plants the methods of a lot are weighed, here and in the plan that its line leads to: as many as Plan begins with, fewer of a small lot. */
const asked = ({ unassigned }: LotView): number => Math.max(1, Math.min(USUAL_PLANTS, Math.floor(unassigned / 4)));

const out = ({ proposal }: AllOfIt): string => proposal.dates.plantOut;

/** How the best that can still be done with a lot by a day is found, here and today. */
function useBest(day: string): (lot: LotView) => AllOfIt | undefined {
  const { nursery, placesAsMeasured: places, rot, today, handbook } = useNursery();
  const known = useLearned();
  const planned = known?.forPlans ?? handbook;
  return useCallback(
    (lot: LotView) => {
      const ofAll = planned.find(({ id }) => id === lot.speciesId);
      if (!ofAll) return undefined;
      const species = plannedForLot(ofAll, lot, known?.learned.get(ofAll.id));
      const wish = { plants: asked(lot), confidence: nursery.settings.confidence, timing: { by: 'readyBy', date: day } } as const;
      return allInTime({ ...lotInRequest(asItStands(lot), lot.unassigned, species, today), species, nursery, places, rot, today, wish });
    },
    [planned, known, nursery, places, rot, today, day],
  );
}

interface Row {
  id: string;
  lot: LotView;
  best: AllOfIt;
}

function Lots({ title, rows, day }: { title: string; rows: readonly Row[]; day: string }) {
  return (
    <section className="mt-6">
      <h2>{title}</h2>
      <div className={`${COLUMNS} mt-1 text-[0.92rem] text-ink2 max-desk:hidden`} aria-hidden="true">
        <span>{say('lot')}</span>
        <span>{say('method')}</span>
        <span>{say('start')}</span>
        <span>{say('ready')}</span>
        <span>{say('plants')}</span>
      </div>
      <LongList rows={rows} height={LINE_HEIGHT} label={title}>
        {(row) => <Line {...row} day={day} />}
      </LongList>
    </section>
  );
}

function Line({ lot, best, day }: Row & { day: string }) {
  const { handbook, today } = useNursery();
  const { proposal, plants, inTime } = best;
  const { dates, method } = proposal;
  const species = asOfLot(
    handbook.find(({ id }) => id === lot.speciesId),
    lot,
  );
  const late = daysBetween(day, dates.plantOut);
  const plan = `/plan?${new URLSearchParams({
    lot: lot.id,
    plants: String(asked(lot)),
    method: method.id,
    ...(inTime ? { by: 'readyBy', ready: day } : { by: 'asSoonAs' }),
  })}`;
  return (
    <Link to={plan} className={`${COLUMNS} min-h-14 border-t border-line py-2 hover:bg-sheet`}>
      <span className="min-w-0 leading-tight">
        <span className="block font-[560]">{species?.common[0] ?? lot.speciesId}</span>
        <span className="block text-[0.92rem] text-ink2">{say('lotWith', { code: lot.code, count: lot.unassigned })}</span>
      </span>
      <span className="max-desk:order-last max-desk:col-span-2 max-desk:text-[0.95rem]">{method.name}</span>
      <span className="max-desk:hidden">{dates.start <= today ? say('today') : shortDate(dates.start, today)}</span>
      <span className={`max-desk:order-last max-desk:col-span-2 max-desk:text-[0.95rem] ${inTime ? '' : 'text-alarm'}`}>
        <span className="desk:hidden">{say('ready')} </span>
        {shortDate(dates.plantOut, today)}
        {late > 0 && <span className="block text-[0.9rem]">{say('late', { count: late })}</span>}
      </span>
      <span>
        <b className="font-mono text-lg whitespace-nowrap">{span(plants)}</b>
        <span className="ml-1 text-[0.9rem] text-ink2 desk:hidden">{say('plants')}</span>
      </span>
    </Link>
  );
}
