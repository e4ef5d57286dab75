import { nearDate, shortDate } from '@chill/core/calendar/dates.ts';
import { moreOf } from '@chill/core/planning/binds.ts';
import { type Left, type ProposedPromise, tally } from '@chill/core/planning/proposed.ts';
import { LOT_RULES } from '@chill/core/planning/season.ts';
import { crowdings } from '@chill/core/season/crowding.ts';
import type { Stay } from '@chill/core/season/stays.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { worded } from '@chill/words/tables.ts';
import { Link } from 'react-router';
import { newId } from '../../data/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { acceptSeason } from '../../data/seasons.ts';
import { Problem } from '../../kit/Problem.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';
import { proposalCsv } from './proposalCsv.ts';
import { StartSlider } from './StartSlider.tsx';
import { isKept, type KeptPromise, type SeasonPlanning } from './useSeasonPlan.ts';

const RULES = worded(say, { oldest: 'oldest', apart: 'apart', mixed: 'mixed' });
const PRIORITY = worded(say, { first: 'first', ifRoom: 'ifRoom' });
const LEFT = worded(say, { noSeed: 'noSeed', noMethod: 'noMethod' });

/** Where nothing is proposed yet: what needs planning, and the button that plans it. While it is planned, how far that is; then how good it is. */
export function ProposalHead({ plan, accepted }: { plan: SeasonPlanning; accepted: (codes: string[]) => void }) {
  const { today, handbook, lots } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const { planning, proposals, held, wanted } = plan;
  if (wanted === undefined) return null;
  const rule = (
    <label className="flex max-w-full items-baseline gap-x-2 text-[0.95rem] text-ink2 max-desk:flex-wrap desk:whitespace-nowrap">
      {say('lots')}
      <select
        className="written w-auto max-w-full min-w-0 max-desk:w-full"
        value={held.lotRule}
        onChange={({ target }) => plan.chooseLots(target.value as (typeof LOT_RULES)[number])}
      >
        {LOT_RULES.map((one) => (
          <option key={one} value={one}>
            {RULES[one]}
          </option>
        ))}
      </select>
    </label>
  );
  if (!planning)
    return (
      <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        {wanted > 0 ? (
          <>
            <button type="button" className="action" onClick={plan.plan}>
              {say('plan')}
            </button>
            <p>{say('wanted', { count: wanted })}</p>
            {rule}
          </>
        ) : (
          <p className="text-ink2">
            {say('allCovered')}{' '}
            <Link to="/pots/promises" className="underline underline-offset-4">
              {say('promiseThem')}
            </Link>
          </p>
        )}
      </div>
    );
  const made = proposals.filter(isKept).flatMap(({ kept }) => kept.parts);
  const accept = () =>
    attempt(async () => {
      const promises = proposals.map(({ wanted: { promise, plants }, kept }) => ({
        ...{ promiseId: promise.id, speciesId: promise.speciesId, whom: promise.whom, plants, on: promise.on },
        batches: (kept?.parts ?? []).map(({ lotId, plan: of }) => ({ id: newId(), lotId, plan: of, madeOn: today })),
        ...(kept && { ready: kept.ready, expects: kept.plants }),
      }));
      const batches = await acceptSeason({
        plan: {
          id: newId(),
          on: today,
          promises: promises.map(({ batches: own, ...one }) => ({ ...one, batchIds: own.map(({ id }) => id) })),
        },
        batches: promises.flatMap((one) => one.batches),
      });
      plan.discard();
      accepted(batches.map(({ code }) => code));
    });
  const { kept, partly, left } = tally(proposals);
  const table = proposalCsv(proposals, { species: handbook, lots });
  return (
    <div className="mt-3" role="status">
      <p className="text-[1.15rem] font-[560]">
        {proposals.length > 0 && (
          <>
            {say('keptOf', { kept, all: proposals.length })}
            {partly > 0 && `, ${say('partly', { partly })}`}
            {left > 0 && <span className="text-alarm">{`, ${say('left', { left })}`}</span>}.{' '}
          </>
        )}
        <span className="text-base font-normal text-ink2">{howGood(plan)}</span>
      </p>
      <div className="screen-only mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        {/* In a place of its own: whoever presses Stop as the plan is done must not accept it. */}
        <button
          type="button"
          className="action"
          disabled={busy || made.length === 0 || planning.running || !planning.fresh || plan.moving !== undefined}
          onClick={accept}
        >
          {say('accept', { count: made.length })}
        </button>
        {planning.running && (
          <button key="stop" type="button" className="quiet font-semibold" onClick={plan.stop}>
            {say('stop')}
          </button>
        )}
        <button type="button" className="quiet" onClick={plan.plan}>
          {say('planAgain')}
        </button>
        <button type="button" className="quiet" onClick={plan.discard}>
          {say('discard')}
        </button>
        <a className="quiet" download={`season-${today}.csv`} href={`data:text/csv;charset=utf-8,${encodeURIComponent(table)}`}>
          {say('csv')}
        </a>
        {rule}
      </div>
      <Problem>{planning.failed ? say('failed') : problem}</Problem>
    </div>
  );
}

/** Less than this no one would plan again for. */
const AS_GOOD = 0.005;

function howGood({ planning }: SeasonPlanning): string {
  if (!planning || planning.failed) return '';
  const { gap, running, stopped, fresh } = planning;
  const share = gap === undefined ? undefined : `${Math.max(0.1, Math.round(gap * 1000) / 10)} %`;
  if (running) return share ? `${say('planning')} ${say('gap', { share })}` : say('planning');
  if (stopped && !fresh) return say('stoppedEarly');
  if (stopped) return share ? say('gapStopped', { share }) : '';
  return gap !== undefined && gap < AS_GOOD ? say('best') : share ? say('gap', { share }) : '';
}

/** The proposal, promise by promise: how each is kept or why it is not, and what may be done about it; then what holds the season back. */
export function ProposalList({ plan, follow }: { plan: SeasonPlanning; follow: (id: string) => void }) {
  const { planning, proposals } = plan;
  if (!planning || proposals.length === 0) return null;
  return (
    <section className="mt-6" aria-label={say('proposal')}>
      <h2>{say('proposal')}</h2>
      <p className="mt-1 max-w-prose text-[0.95rem] text-ink2">{say('why')}</p>
      <ol className="mt-2 max-w-5xl">
        {proposals.map((one) => (
          <ProposalRow key={one.wanted.promise.id} {...{ one, plan, follow }} />
        ))}
      </ol>
      <ToGet proposals={proposals} />
      <Binds plan={plan} />
    </section>
  );
}

function ProposalRow({ one, plan, follow }: { one: ProposedPromise; plan: SeasonPlanning; follow: (id: string) => void }) {
  const { handbook, lots, today, nursery } = useNursery();
  const { promise, plants } = one.wanted;
  const { id, whom } = promise;
  const species = handbook.find((each) => each.id === promise.speciesId);
  const name = species?.common[0] ?? promise.speciesId;
  const held = plan.held.pinned.some(({ promiseId }) => promiseId === id);
  return (
    <li className="border-t border-line py-3 [contain-intrinsic-size:auto_92px] [content-visibility:auto] desk:grid desk:grid-cols-[minmax(0,17rem)_minmax(0,1fr)] desk:gap-x-6">
      <div>
        <button type="button" className="text-left font-[620] underline-offset-4 hover:underline" onClick={() => follow(id)}>
          {whom}
        </button>
        <p className="text-[0.95rem] text-ink2">
          {say('plantsBy', { plants, species: name, on: shortDate(promise.on, today) })}
          {promise.priority && promise.priority !== 'next' && `, ${PRIORITY[promise.priority]}`}
        </p>
      </div>
      <div>
        {isKept(one) ? (
          <>
            <p>
              <b className="font-[560]">{one.kept.parts[0]?.plan.way.name}</b>,{' '}
              <span className={one.kept.late_days > 0 ? 'font-semibold text-alarm' : ''}>
                {say('ready', { ready: shortDate(one.kept.ready, today) })}
                {one.kept.late_days > 0 && `, ${say('late', { days: say('days', { count: one.kept.late_days }) })}`}
              </span>
              , {say('plants', { range: `${one.kept.plants.low}–${one.kept.plants.high}` })}
              {!one.kept.enough && <b className="text-alarm">{`, ${say('short')}`}</b>}
              {held && <span className="ml-2 rounded-xs bg-line px-1.5 text-[0.85rem]">{say('held')}</span>}
            </p>
            <p className="text-[0.95rem] text-ink2">
              {say('starts', { start: nearDate(one.kept.start, today), parts: partsOf(one, lots) })}
            </p>
            <div className="screen-only flex flex-wrap items-center gap-x-5">
              <StartSlider one={one} plan={plan} />
              {held ? (
                <button type="button" className="quiet" aria-label={say('letGoOf', { whom })} onClick={() => plan.letGo(id)}>
                  {say('letGo')}
                </button>
              ) : (
                <button type="button" className="quiet" aria-label={say('holdOf', { whom })} onClick={() => plan.hold(one)}>
                  {say('hold')}
                </button>
              )}
              <button type="button" className="quiet" aria-label={say('anotherFor', { whom })} onClick={() => plan.another(one)}>
                {say('another')}
              </button>
            </div>
          </>
        ) : (
          <p className="font-semibold text-alarm">{one.left && <LeftWords left={one.left} />}</p>
        )}
        {one.toGet && (
          <p>
            {say('toGet', {
              seeds: one.toGet.seeds,
              mass: showQuantity(one.toGet.grams, 'mass_g', nursery.settings.units),
              by: shortDate(one.toGet.by, today),
            })}
          </p>
        )}
      </div>
    </li>
  );
}

function LeftWords({ left }: { left: Left }) {
  const { places, today } = useNursery();
  if (left.why !== 'noRoom') return LEFT[left.why];
  const on = left.on ? shortDate(left.on, today) : '';
  const { full } = left;
  const what =
    full === 'seed'
      ? say('seedFull')
      : full === 'hands'
        ? say('hands', { on })
        : say('tooFull', { place: places.find(({ id }) => id === full.placeId)?.name, on });
  return `${what} ${say('leftReady', { ready: shortDate(left.ready, today) })}`;
}

const partsOf = ({ kept }: KeptPromise, lots: readonly { id: string; code: string }[]) =>
  kept.parts.map(({ lotId, plan }) => say('seeds', { seeds: plan.seeds, code: lots.find(({ id }) => id === lotId)?.code })).join(', ');

/** Seed to collect or buy, what is needed first on top. */
function ToGet({ proposals }: { proposals: readonly ProposedPromise[] }) {
  const { handbook, today, nursery } = useNursery();
  const rows = proposals
    .flatMap(({ wanted: { promise }, toGet }) => (toGet ? [{ promise, toGet }] : []))
    .sort((a, b) => a.toGet.by.localeCompare(b.toGet.by));
  if (rows.length === 0) return null;
  return (
    <>
      <h3 className="mt-5">{say('toGetAll')}</h3>
      <ul>
        {rows.map(({ promise, toGet: { seeds, grams, by } }) => (
          <li key={promise.id}>
            {say('toGetLine', {
              seeds,
              mass: showQuantity(grams, 'mass_g', nursery.settings.units),
              species: handbook.find(({ id }) => id === promise.speciesId)?.common[0],
              by: shortDate(by, today),
              whom: promise.whom,
            })}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What one more of each place, and an hour a week, would bring: planned again with it. */
function Binds({ plan: { planning } }: { plan: SeasonPlanning }) {
  const { places } = useNursery();
  if (!planning || planning.running || planning.stopped || planning.failed) return null;
  return (
    <>
      <h3 className="mt-5">{say('bind')}</h3>
      <ul>
        {planning.worth.map(({ of, more }) => {
          const place = typeof of === 'string' ? undefined : places.find(({ id }) => id === of.placeId);
          const facts = place && { room: moreOf(place.capacity), place: place.name };
          return <li key={place?.id ?? String(of)}>{facts ? ofPlace(facts, more) : of === 'week' ? ofWeek(more) : ofHands(more)}</li>;
        })}
        {planning.weighed && planning.worth.length === 0 && <li>{say('bindNothing')}</li>}
        {!planning.weighed && <li className="text-ink2">{say('bindLooking')}</li>}
      </ul>
    </>
  );
}

const ofPlace = (facts: { room: number; place: string }, more: number) =>
  more > 0 ? say('bindPlace', { count: more, ...facts }) : say('bindPlaceLate', facts);
const ofHands = (more: number) => (more > 0 ? say('bindHands', { count: more }) : say('bindHandsLate'));
const ofWeek = (more: number) => (more > 0 ? say('bindWeek', { count: more }) : say('bindWeekLate'));

/** The promise that is followed or taken hold of, under the drawing: from when to when, how many, and what is lost where it is moved to. */
export function ProposedNow({ one, plan, stays }: { one: KeptPromise; plan: SeasonPlanning; stays: readonly Stay[] }) {
  const { places, today } = useNursery();
  const { promise } = one.wanted;
  const { kept } = one;
  const moving = plan.moving?.id === promise.id;
  const full = moving ? crowdings(places, stays, today).filter((each) => each.stays.some(({ id }) => id === promise.id)) : [];
  return (
    <div className="screen-only mt-2 flex flex-wrap items-baseline gap-x-4" role="status">
      <b className="font-[620]">{promise.whom}</b>
      <span>{one.kept.parts[0]?.plan.way.name}</span>
      <StartSlider one={one} plan={plan} />
      <span className={kept.late_days > 0 ? 'font-semibold text-alarm' : ''}>
        {say('ready', { ready: shortDate(kept.ready, today) })}
        {kept.late_days > 0 && `, ${say('late', { days: say('days', { count: kept.late_days }) })}`}
      </span>
      {full.map(({ place, from }) => (
        <b key={`${place.id} ${from}`} className="font-semibold text-alarm">
          {say('tooFull', { place: place.name, on: shortDate(from, today) })}
        </b>
      ))}
    </div>
  );
}
