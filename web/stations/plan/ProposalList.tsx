import { nearDate, shortDate } from '@chill/core/calendar/dates.ts';
import { type Left, type ProposedPromise, seedsTaken } from '@chill/core/planning/proposed.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { oneOf } from '@chill/words/lists.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { worded } from '@chill/words/tables.ts';
import { useNursery } from '../../data/nursery.ts';
import { StartSlider } from './StartSlider.tsx';
import { isKept, type KeptPromise, type SeasonPlanning } from './useSeasonPlan.ts';

const PRIORITY = worded(say, { first: 'first', ifRoom: 'ifRoom' });
const LEFT = worded(say, { noSeed: 'noSeed', noMethod: 'noMethod' });

/** The proposal, promise by promise: how each is kept or why it is not, and what may be done about it; then what holds the season back. */
export function ProposalList({ plan, follow }: { plan: SeasonPlanning; follow: (id: string) => void }) {
  const { planning, proposals } = plan;
  if (!planning || proposals.length === 0) return null;
  return (
    <section className="mt-6" aria-label={say('proposal')} aria-busy={!planning.fresh}>
      <h2>{say('proposal')}</h2>
      <p className="mt-1 max-w-prose text-[0.95rem] text-ink2">{say('why')}</p>
      <ol className="mt-2 max-w-5xl">
        {proposals.map((one) => (
          <ProposalRow key={one.wanted.promise.id} {...{ one, plan, follow }} />
        ))}
      </ol>
      <Seed plan={plan} />
      <Binds plan={plan} />
    </section>
  );
}

function ProposalRow({ one, plan, follow }: { one: ProposedPromise; plan: SeasonPlanning; follow: (id: string) => void }) {
  const { handbook, lots, today } = useNursery();
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
              <b className="font-[560]">{one.kept.parts[0]?.plan.method.name}</b>,{' '}
              <span className={one.kept.late_days > 0 ? 'font-semibold text-alarm' : ''}>
                {say('ready', { ready: shortDate(one.kept.ready, today) })}
                {one.kept.late_days > 0 && `, ${say('late', { days: say('days', { count: one.kept.late_days }) })}`}
              </span>
              , {say('plants', { range: `${one.kept.plants.low}–${one.kept.plants.high}` })}
              {!one.kept.enough && <b className="text-alarm">{`, ${middleOf(one) < plants ? say('short') : say('lessSure')}`}</b>}
              {held && <span className="ml-2 rounded-xs bg-line px-1.5 text-[0.85rem]">{say('held')}</span>}
            </p>
            <p className="text-[0.95rem] text-ink2">
              {say('starts', { start: nearDate(one.kept.start, today), stages: partsOf(one, lots) })}
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

const middleOf = ({ kept: { plants } }: KeptPromise) => (plants.low + plants.high) / 2;
const partsOf = ({ kept }: KeptPromise, lots: readonly { id: string; code: string }[]) =>
  kept.parts.map(({ lotId, plan }) => say('seeds', { seeds: plan.seeds, code: lots.find(({ id }) => id === lotId)?.code })).join(', ');

/** Seed that the proposal takes of each lot, against what is in stock; then what to collect or buy, what is needed first on top. */
function Seed({ plan: { proposals, planning } }: { plan: SeasonPlanning }) {
  const { handbook, today, nursery } = useNursery();
  const taken = seedsTaken(proposals);
  const lots = planning?.season.lots.filter(({ id }) => taken.has(id)) ?? [];
  const rows = proposals
    .flatMap(({ wanted: { promise }, toGet }) => (toGet ? [{ promise, toGet }] : []))
    .sort((a, b) => a.toGet.by.localeCompare(b.toGet.by));
  const name = (speciesId: string) => handbook.find(({ id }) => id === speciesId)?.common[0];
  return (
    <div className="mt-5 gap-x-12 desk:grid desk:max-w-5xl desk:grid-cols-2">
      {lots.length > 0 && (
        <div>
          <h3>{say('seed')}</h3>
          <ul>
            {lots.map(({ id, code, speciesId, unassigned }) => {
              const seeds = taken.get(id) ?? 0;
              return (
                <li key={id}>{say('seedOf', { seeds, code, species: name(speciesId), stock: unassigned, rest: unassigned - seeds })}</li>
              );
            })}
          </ul>
        </div>
      )}
      {rows.length > 0 && (
        <div className="max-desk:mt-4">
          <h3>{say('toGetAll')}</h3>
          <ul>
            {rows.map(({ promise, toGet: { seeds, grams, by } }) => (
              <li key={promise.id}>
                {say('toGetLine', {
                  seeds,
                  mass: showQuantity(grams, 'mass_g', nursery.settings.units),
                  species: name(promise.speciesId),
                  by: shortDate(by, today),
                  whom: promise.whom,
                })}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
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
        {planning.worth.map(({ of, more, room = 0 }) => {
          if (of === 'week') return <li key={of}>{ofWeek(more)}</li>;
          if ('people' in of) return <li key={of.people.join()}>{ofHands(oneOf(of.people), more)}</li>;
          const place = places.find(({ id }) => id === of.placeId);
          return place && <li key={place.id}>{ofPlace({ room, place: place.name }, more)}</li>;
        })}
        {planning.weighed && planning.worth.length === 0 && (
          <li>{say(planning.promises?.some(({ left }) => left?.why === 'noRoom') ? 'bindSeveral' : 'bindNothing')}</li>
        )}
        {!planning.weighed && <li className="text-ink2">{say('bindLooking')}</li>}
      </ul>
    </>
  );
}

const ofPlace = (facts: { room: number; place: string }, more: number) =>
  more > 0 ? say('bindPlace', { count: more, ...facts }) : say('bindPlaceLate', facts);
const ofHands = (who: string, more: number) => (more > 0 ? say('bindHands', { count: more, who }) : say('bindHandsLate', { who }));
const ofWeek = (more: number) => (more > 0 ? say('bindWeek', { count: more }) : say('bindWeekLate'));
