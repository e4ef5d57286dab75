import { addDays, daysBetween, later, shortDate } from '@chill/core/calendar/dates.ts';
import type { Credit } from '@chill/core/chill/requirement.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { percent } from '@chill/core/units/percent.ts';
import { dayIn, yearOf } from '@chill/core/winter/climate.ts';
import { dailyClimate } from '@chill/core/winter/dailyClimate.ts';
import { ENOUGH_SHARE, followedFor, type WinterAnswer, type WinterQuestion } from '@chill/core/winter/enough.ts';
import { shelterLoss } from '@chill/core/winter/outdoors.ts';
import { seasonsOf } from '@chill/core/winter/seasons.ts';
import { daysSeen, lastAnomaly } from '@chill/core/winter/seen.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { say } from '@chill/words/cold.ts';
import { oneAfterAnother } from '@chill/words/lists.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../browser/address.ts';
import { useAsPlanned } from '../../data/learned.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { savePlace } from '../../data/saving.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Figure } from '../../kit/told/Figure.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import { Instead, LIKELY } from './Instead.tsx';
import { useWinters } from './useWinters.ts';
import { WinterChart } from './WinterChart.tsx';

const WINTERS = 1000;

/** Is there enough winter left outside for this seed; by which day, with what chance; and what else to do, with its numbers. */
export default function WinterPage() {
  const { lots, handbook, nursery, places, today, temperatures } = useNursery();
  const [query, change] = useAddress();
  const waiting = lots.filter((one) => {
    const found = handbook.find(({ id }) => id === one.speciesId);
    return found && seasonsOf(found).length > 0;
  });
  const lot = waiting.find(({ id }) => id === query.get('lot')) ?? waiting.find(({ unassigned }) => unassigned > 0) ?? waiting[0];
  const species = useAsPlanned(
    handbook.find(({ id }) => id === lot?.speciesId),
    lot,
  );
  const asked = query.get('out') ?? today;
  const out = /^\d{4}-\d{2}-\d{2}$/.test(asked) ? asked : today;
  const frame = placesFor('outdoorWinter', places)[0];
  const record = temperatures.find(({ placeId }) => placeId === frame?.id);
  const question = useQuestion(species, lot, out, frame);
  const { answer, share, stopped, stop, again } = useWinters(question);
  if (!lot || !species)
    return (
      <section className="px-4 pt-5 desk:px-10">
        <h1>{say('winterOutside')}</h1>
        <p className="mt-2 max-w-prose text-lg">{say('noLotNeedsWinter')}</p>
        <Link to="/seeds" className="quiet">
          {say('openSeeds')}
        </Link>
      </section>
    );
  const yes = answer && answer.enough >= LIKELY;
  const twoWinters = question?.springs === 2;
  const spring = addDays(out, Math.round(answer?.spring.middle ?? 0));
  const by = (chance: number) => {
    const day = answer?.enoughBy.findIndex((one) => one >= chance) ?? -1;
    return day >= 0 ? shortDate(addDays(out, day), today) : undefined;
  };
  return (
    <section className="px-4 pt-5 pb-6 desk:px-10">
      <h1>{say('enoughWinterLeft')}</h1>
      <div className="mt-2 flex flex-wrap items-end gap-x-8 gap-y-3">
        <Field label={say('seed')}>
          <select className="written max-w-80" value={lot.id} onChange={(event) => change({ lot: event.target.value })}>
            {waiting.map((one) => (
              <option key={one.id} value={one.id}>
                {handbook.find(({ id }) => id === one.speciesId)?.common[0]}, {one.code}
              </option>
            ))}
          </select>
        </Field>
        <div className="w-44">
          <Field label={say('outFrom')}>
            <DateInput key={out} value={out} today={today} onChange={(date) => date && change({ out: date })} />
          </Field>
        </div>
        {out !== today && (
          <button type="button" className="quiet" onClick={() => change({ out: today })}>
            {say('fromToday')}
          </button>
        )}
      </div>
      {!answer ? (
        <p className="mt-4 text-ink2">{say('simulatingThousandWinters')}</p>
      ) : (
        <div className="mt-4 grid gap-x-12 gap-y-6 desk:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
          <div>
            <p className="text-[1.3rem] leading-snug" aria-live="polite">
              <b>{yes ? say('yes') : answer.enough >= 0.5 ? say('perhaps') : say('no')}</b>{' '}
              {yes
                ? say('putOutReadyBy', {
                    on: out === today ? say('today') : shortDate(out, today),
                    middle: by(0.5),
                    often: by(LIKELY),
                  })
                : say('putOutTooLate', {
                    on: out === today ? say('today') : shortDate(out, today),
                    years: Math.round((1 - answer.enough) * 100),
                  })}
            </p>
            {twoWinters && (
              <p className="mt-1 max-w-prose">
                {say('liesOverASummer', {
                  needs: oneAfterAnother(seasonsOf(species).map(({ kind }) => say(kind === 'cold' ? 'seasonCold' : 'seasonWarm'))),
                  year: addDays(out, Math.round(answer.spring.middle)).slice(0, 4),
                })}
              </p>
            )}
            <WinterChart answer={answer} out={out} today={today} climate={dailyClimate(nursery)} record={record} />
            {share < 1 && (
              <p className="mt-1 flex items-center gap-4 text-[0.95rem] text-ink2">
                <progress className="w-48" value={share} aria-label={say('wintersSimulated')} />
                {say('winters', { share: Math.round(share * WINTERS) })}
                <button type="button" className="quiet" onClick={stopped ? again : stop}>
                  {stopped ? say('simulateAll') : say('stopHere')}
                </button>
              </p>
            )}
          </div>
          <InFigures {...{ answer, out, spring, frame, record }} />
        </div>
      )}
      {answer && <Instead lot={lot} enough={answer.enough} />}
    </section>
  );
}

/** What is asked of the winters: this seed, outside from this day on, with what it has had and what the frame has shown. */
function useQuestion(species: Species | undefined, lot: LotView | undefined, out: string, frame: Place | undefined) {
  const { nursery, today, temperatures } = useNursery();
  const record = temperatures.find(({ placeId }) => placeId === frame?.id);
  const climate = dailyClimate(nursery);
  const credit = useMemo(
    (): Credit | undefined => (lot?.wintered ? { days: lot.wintered.chillDays, give_days: lot.wintered.give_days } : undefined),
    [lot?.wintered],
  );
  return useMemo((): WinterQuestion | undefined => {
    if (!species) return undefined;
    const begins = later(out, today);
    const { days, springs } = followedFor(species, yearOf(nursery), out, credit);
    return {
      species,
      climate,
      start: dayIn(begins),
      days: Math.max(1, days - daysBetween(out, begins)),
      springs,
      winters: WINTERS,
      shelter: frame?.cover,
      ...(credit && { credit }),
      ...(out < today && { seen: daysSeen(species, out, today, yearOf(nursery), record) }),
      ...(begins === today && { anomaly: lastAnomaly(climate, today, record) }),
    };
  }, [species, climate, out, today, credit, nursery, record, frame?.cover]);
}

/** What the winters come to, in figures, and why. */
function InFigures({
  answer,
  out,
  spring,
  frame,
  record,
}: {
  answer: WinterAnswer;
  out: string;
  /** The middle of the springs. */
  spring: string;
  frame: Place | undefined;
  record: PlaceTemperatures | undefined;
}) {
  const { nursery } = useNursery();
  return (
    <div>
      <div className="grid grid-cols-2 gap-4">
        <Figure value={Math.round(answer.enough * 100)} unit={say('inAHundred')}>
          {say('wintersLongEnough', { enoughShare: percent(ENOUGH_SHARE) })}
        </Figure>
        <Figure value={`${Math.round(answer.ready.low * 100)}–${Math.round(answer.ready.high * 100)}`} unit="%">
          {say('readyAndAliveBySpring')}
        </Figure>
        <Figure value={shortDate(spring)}>
          {say('springBegins', {
            year: spring.slice(0, 4),
            from: shortDate(addDays(out, Math.round(answer.spring.low))),
            to: shortDate(addDays(out, Math.round(answer.spring.high))),
          })}
        </Figure>
        <Figure value={`${Math.round(answer.chill.low.at(-1) ?? 0)}–${Math.round(answer.chill.high.at(-1) ?? 0)}`} unit={say('days')}>
          {say('coldReceivedAgainstNeeded', { needed: Math.round(answer.needed) })}
        </Figure>
      </div>
      <WhyNote
        ask={say('why')}
        why={{
          figure: say('wintersEnoughInAHundred', { enough: Math.round(answer.enough * 100) }),
          inputs: [
            {
              name: say('climate'),
              value: nursery.climate ? say('yourMonths') : say('guess'),
              from: nursery.climate ? say('underPlaces') : say('guessedFromLatitude'),
            },
            {
              name: say('winterSoFar'),
              value: record ? say('readings', { readings: record.readings }) : say('noReadings'),
              from: frame?.name ?? say('noPlaceOutdoors'),
            },
            { name: say('wintersWord'), value: String(answer.winters), from: say('simulatedTheSame') },
            { name: say('readyBeforeLosses'), value: percent(answer.released.middle), from: say('middleWinter') },
          ],
          rule: say('howWintersAreSimulated'),
          source: say('sourcesOfChillingAndDamping'),
          assumed: true,
          changes: say('whatWouldSayMore'),
        }}
      />
      {frame && <Shelters frame={frame} days={Math.round(answer.spring.middle)} alive={answer.alive.middle} />}
    </div>
  );
}

/** Whether the frame keeps mice and rain off: asked where it was not said, and what it costs if it does not. */
function Shelters({ frame, days, alive }: { frame: Place; days: number; alive: number }) {
  const cover = frame.cover;
  const keep = (part: Partial<NonNullable<Place['cover']>>) =>
    savePlace({ ...frame, cover: { animals: true, rain: true, ...cover, ...part } }, frame);
  const { perDay } = shelterLoss({ animals: false, rain: true });
  const options = [
    { value: 'yes', text: say('keptOff') },
    { value: 'no', text: say('not') },
  ] as const;
  return (
    <div className="mt-5 border-t border-line pt-3">
      <h2 className="text-[1.06rem]">{frame.name}</h2>
      {!cover && <p className="text-[0.97rem] font-semibold">{say('areAnimalsAndRainKeptOff')}</p>}
      <div className="mt-1 flex flex-wrap items-center gap-x-5">
        <span className="flex items-center gap-3">
          {say('miceBirds')}
          <Choice
            label={say('miceBirdsTitle')}
            options={options}
            value={cover?.animals === false ? 'no' : 'yes'}
            onChange={(value) => void keep({ animals: value === 'yes' })}
          />
        </span>
        <span className="flex items-center gap-3">
          {say('rain')}
          <Choice
            label={say('rainTitle')}
            options={options}
            value={cover?.rain === false ? 'no' : 'yes'}
            onChange={(value) => void keep({ rain: value === 'yes' })}
          />
        </span>
      </div>
      <p className="mt-1">
        <Rich say={say} of="surviveKeptLikeThis" facts={{ alive: percent(alive) }} parts={{ b: <b className="font-mono" /> }} />
      </p>
      <p className="mt-1 text-[0.95rem] text-ink2">{say('leftOpenAnimalsTake', { share: percent(1 - Math.exp(-perDay * days)) })}</p>
    </div>
  );
}
