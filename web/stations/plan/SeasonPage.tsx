import { addDays, daysBetween, earlier, later, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import { expectedOf } from '@chill/core/chill/met.ts';
import { roomUnitName, roundRoom } from '@chill/core/methods/room.ts';
import { workOf } from '@chill/core/planning/proposed.ts';
import { mondayOf } from '@chill/core/planning/season.ts';
import { crowdings } from '@chill/core/season/crowding.ts';
import { bandOf, type LanesOfPlace } from '@chill/core/season/lanes.ts';
import { inOrder, type Stay, staysOf } from '@chill/core/season/stays.ts';
import { byWeek, type Week, workByWeek } from '@chill/core/season/work.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { nextFrostSafeDate } from '@chill/core/winter/frost.ts';
import { say } from '@chill/words/seasonDrawn.ts';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { type Figures, FiguresTable } from '../../kit/told/FiguresTable.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { Crowded } from './Crowded.tsx';
import { ProposalHead } from './ProposalHead.tsx';
import { ProposalList } from './ProposalList.tsx';
import { ProposedNow } from './ProposedNow.tsx';
import { SeasonDrawing } from './SeasonDrawing.tsx';
import { JustAccepted, SeasonsAccepted } from './SeasonsAccepted.tsx';
import { TooLittleTime } from './TooLittleTime.tsx';
import { isKept, useSeasonPlan } from './useSeasonPlan.ts';
import { WorkList } from './WorkList.tsx';

/** What lies further back or ahead is not drawn, days. */
const BACK_DAYS = 110;
const AHEAD_DAYS = 400;

/** Every place across the season with what lies in it, when it is too full and what would end that, and the work of each week. */
export default function SeasonPage() {
  const { batches, places, nursery, today, temperatures } = useNursery();
  const [followed, follow] = useState<string>();
  const open = batches.filter(({ projection }) => !projection.state.closedOn);
  const plan = useSeasonPlan();
  const [paper, setPaper] = useState<Paper>('a4');
  const [made, setMade] = useState<string[]>();
  const drawing = useRef<HTMLDivElement>(null);
  const { proposals } = plan;
  const withdraw = plan.planning?.season.withdraw;
  // What is planned anew lies nowhere else meanwhile.
  const lying = useMemo(
    () =>
      staysOf(
        batches.filter(({ batch }) => !withdraw?.includes(batch.id)),
        places,
        today,
      ),
    [batches, withdraw, places, today],
  );
  const stays = useMemo(() => inOrder([...lying, ...proposals.flatMap(({ kept }) => kept?.stays ?? [])]), [lying, proposals]);
  const everCrowded = useMemo(() => crowdings(places, stays, stays[0]?.from ?? today), [places, stays, today]);
  const from = later(stays[0]?.from ?? today, addDays(today, -BACK_DAYS));
  const last = stays.reduce((end, { to }) => later(end, to), addDays(today, 60));
  const to = earlier(last, addDays(today, AHEAD_DAYS));
  const monday = mondayOf(from);
  const count = Math.ceil(daysBetween(monday, to) / 7);
  const own = useMemo(() => workByWeek(batches, monday, count, today), [batches, monday, count, today]);
  const proposed = useMemo(() => proposals.flatMap(({ kept }) => (kept ? workOf(kept, today) : [])), [proposals, today]);
  const weeks = useMemo(() => {
    const more = byWeek(proposed, monday, count);
    return own.map((week, i) => ({ ...week, minutes: week.minutes + (more[i]?.minutes ?? 0) }));
  }, [own, proposed, monday, count]);
  const bands = useMemo(
    () =>
      places
        .filter(({ id }) => stays.some(({ placeId }) => placeId === id))
        .map((place) => ({ ...bandOf(place, stays), celsius: expectedOf(place, temperatures, today).celsius }))
        .sort((a, b) => b.celsius - a.celsius),
    [places, stays, temperatures, today],
  );
  const { units } = nursery.settings;
  const capacity = useCallback(
    ({ place, celsius }: LanesOfPlace & { celsius: number }) =>
      say('capacity', {
        celsius: showQuantity(Math.round(celsius * 10) / 10, 'temperature_C', units),
        capacity: place.capacity,
        room: roomUnitName(place.room ?? 'bags'),
      }),
    [units],
  );
  const shown = open.find(({ batch }) => batch.id === followed);
  const kept = proposals.filter(isKept);
  // What is taken hold of is shown before what is only followed.
  const inHand = kept.find(({ wanted }) => wanted.promise.id === (plan.moving?.id ?? followed));
  const drawn = shown?.batch.id ?? inHand?.wanted.promise.id;
  return (
    <section className={`px-4 pt-5 desk:px-10 print:p-0 paper-${paper}`}>
      <SeasonHead paper={paper} choose={setPaper} />
      <ProposalHead plan={plan} lying={lying} accepted={setMade} />
      <JustAccepted made={made} undone={() => setMade(undefined)} />
      {stays.length === 0 ? (
        <p className="mt-2 text-lg">
          {say('nothingYet')}{' '}
          <Link to="/plan" className="underline underline-offset-4">
            {say('planOne')}
          </Link>
        </p>
      ) : (
        <>
          <p className="mt-1 text-[1.06rem] text-ink2">
            {say('batchesUntil', { count: open.length, on: shortDate(last, today) })}{' '}
            {everCrowded.every(({ to: until }) => until <= today) && say('fits')}
          </p>
          <Crowded stays={lying} />
          <TooLittleTime proposed={proposed} withdraw={withdraw} />
          <div className="screen-only mt-2 flex flex-wrap items-baseline gap-x-6">
            <label className="flex items-baseline gap-2 text-[0.95rem] text-ink2">
              {say('follow')}
              <select className="written max-w-64" value={drawn ?? ''} onChange={({ target }) => follow(target.value || undefined)}>
                <option value="">{say('noBatch')}</option>
                {open
                  .toSorted((a, b) => a.batch.code.localeCompare(b.batch.code))
                  .map(({ batch, species }) => (
                    <option key={batch.id} value={batch.id}>
                      {batch.code} {species.common[0]}
                    </option>
                  ))}
                {kept.length > 0 && (
                  <optgroup label={say('proposed')}>
                    {kept.map(({ wanted: { promise } }) => (
                      <option key={promise.id} value={promise.id}>
                        {promise.whom}
                      </option>
                    ))}
                  </optgroup>
                )}
              </select>
            </label>
            <Link to="/pots/promises" className="quiet">
              {say('promises')}
            </Link>
          </div>
          <div ref={drawing} className="scroll-mt-36">
            <SeasonDrawing
              {...{ bands, weeks, from, to, today }}
              crowded={everCrowded}
              followed={drawn}
              hold={plan.grip}
              follow={follow}
              frostSafe={nextFrostSafeDate(nursery.lastFrost, today, nursery.settings.frostRisk)}
              frostRisk={nursery.settings.frostRisk}
              label={say('drawing', { from: shortDate(from, today), to: shortDate(to, today) })}
              capacity={capacity}
              months={shortMonth}
            />
          </div>
          {inHand && <ProposedNow one={inHand} plan={plan} others={stays.filter(({ id }) => id !== inHand.wanted.promise.id)} />}
          {shown && <Followed view={shown} stays={stays} />}
          <ProposalList
            plan={plan}
            follow={(id) => {
              follow(id);
              // The list is long: what is followed is shown.
              drawing.current?.scrollIntoView({ block: 'start' });
            }}
          />
          <SeasonsAccepted />
          <WorkList />
          <FiguresTable of={say('week')} make={() => inFigures(weeks, bands, today)} />
        </>
      )}
    </section>
  );
}

/** A size of paper that the season is printed on. */
type Paper = 'a4' | 'a3';

/** The title, and printing. */
function SeasonHead({ paper, choose }: { paper: Paper; choose: (paper: Paper) => void }) {
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-8">
      <h1>{say('season')}</h1>
      <span className="screen-only flex items-baseline gap-x-3">
        <button type="button" className="quiet" onClick={() => print()}>
          {say('print')}
        </button>
        <select
          className="written w-auto"
          aria-label={say('paperOf')}
          value={paper}
          onChange={({ target }) => choose(target.value as Paper)}
        >
          <option value="a4">A4</option>
          <option value="a3">A3</option>
        </select>
      </span>
    </div>
  );
}

/** Where the batch that is followed lies, and when. */
function Followed({ view, stays }: { view: BatchView; stays: readonly Stay[] }) {
  const { places, today } = useNursery();
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-x-4" role="status">
      <Link to={`/batch/${view.batch.code}`} className="underline-offset-4 hover:underline">
        <Tag code={view.batch.code} />
      </Link>
      <b className="font-[560]">{view.species.common[0]}</b>
      {stays
        .filter(({ id }) => id === view.batch.id)
        .map((stay) => (
          <span key={`${stay.stage} ${stay.from}`} className="text-[0.95rem] text-ink2">
            {stayWords(stay, places, today)}
          </span>
        ))}
    </div>
  );
}

function stayWords({ placeId, from, to }: Stay, places: readonly { id: string; name: string }[], today: string): string {
  const place = places.find(({ id }) => id === placeId)?.name;
  return say('stay', { place, from: shortDate(from, today), to: shortDate(to, today) });
}

/** The same in figures: what each place holds at the beginning of a week, and the week's work. */
function inFigures(weeks: readonly Week[], bands: readonly LanesOfPlace[], today: string): Figures {
  const taken = ({ laid }: LanesOfPlace, on: string) =>
    laid.reduce((sum, { stay }) => (stay.from <= on && stay.to > on ? sum + stay.room : sum), 0);
  return {
    heads: [...bands.map(({ place }) => place.name), say('minutes')],
    rows: weeks.map(({ from, minutes }) => ({
      of: shortDate(from, today),
      figures: [...bands.map((band) => String(roundRoom(taken(band, from)))), String(Math.round(minutes))],
    })),
  };
}
