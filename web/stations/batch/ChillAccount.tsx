import { addDays, dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { daysLost, describeGap, describeLoss, describeShift } from '@chill/core/chill/lossWords.ts';
import type { TreatmentForecast } from '@chill/core/follow/followed.ts';
import { chills, isStage } from '@chill/core/kinds/stages.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Units } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { say } from '@chill/words/batch.ts';
import { useId, useMemo } from 'react';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { stageZone, type Zone } from '../../kit/drawn/zones.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { type Axis, byDay, dayTicks, type Mark, type PlotData, roundTicks, type Span } from '../../kit/plot/plot.ts';
import { Term } from '../../kit/told/Term.tsx';

/** Temperatures drawn at least, °C; where any lies beyond, as far as that. */
const WARMEST = 18;
const COLDEST = -6;
/** Gaps told one by one; a thermometer read now and then leaves many. */
const GAPS_SHOWN = 4;

/** The cold of a batch as it was measured, what it has earned against what is needed, what was lost and to what, and the day it is due for that. */
export function ChillAccount({ view }: { view: BatchView }) {
  const { nursery, temperatures, places, today } = useNursery();
  const title = useId();
  const { treatment, stages } = view.projection;
  const stage = treatment && stages[treatment.stage];
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const drawn = useMemo(
    () => treatment && plotsOf(view, treatment, stage ? stageZone(stage) : 'cold', temperatures, places, nursery.settings.units, today),
    [view, treatment, stage, temperatures, places, nursery.settings.units, today],
  );
  if (!treatment || !drawn) return null;
  const { losses, unmeasured, takeOutOn } = treatment;
  const shift = describeShift(takeOutOn, treatment.shifted_days, today);
  return (
    <section className="mt-6" aria-labelledby={title}>
      <h2 id={title}>
        {isStage(stage?.kind, ({ earns }) => earns === 'warmth') ? (
          <Term of="warmStratification">{say('warmthReceived')}</Term>
        ) : (
          <Term of="chillDay">{say('coldReceived')}</Term>
        )}
      </h2>
      <p className="mt-1 text-[0.92rem] text-ink2">{say('measuredEachDay')}</p>
      <Plot label={say('temperaturesEachDay')} data={drawn.measured} height={150} />
      <p className="mt-3 text-[0.92rem] text-ink2">{say('receivedAgainstNeeded')}</p>
      <Plot label={spoken(treatment, today)} data={drawn.earned} height={250} />
      {shift && (
        <p className="mt-2 text-[1.06rem]">
          <b>{shift[0]?.toUpperCase() + shift.slice(1)}.</b>
        </p>
      )}
      <ul className="mt-1 text-[0.97rem] text-ink2">
        {losses.map((loss) => (
          <li key={`${loss.why}${loss.from}`}>{describeLoss(loss, today, show)}</li>
        ))}
        {treatment.releasedBefore < 0.97 && (
          <li>
            {say(chills(stage?.kind) ? 'haveHadTheirWarmth' : 'haveHadTheirFirstStage', { ready: percent(treatment.releasedBefore) })}
          </li>
        )}
        {unmeasured.slice(0, GAPS_SHOWN).map((gap) => (
          <li key={`gap ${gap.from}`}>{say('hatched', { gap: describeGap(gap, today) })}</li>
        ))}
        {unmeasured.length > GAPS_SHOWN && <li>{say('moreStretchesUnmeasured', { stretches: unmeasured.length - GAPS_SHOWN })}</li>}
      </ul>
    </section>
  );
}

/** What was measured day by day, and what it has earned against what is needed: two plots on one time. */
function plotsOf(
  view: BatchView,
  treatment: TreatmentForecast,
  colour: Zone,
  records: readonly PlaceTemperatures[],
  places: readonly Place[],
  units: Units,
  today: string,
): { measured: PlotData; earned: PlotData } {
  const { since, days, curve, needs, losses, unmeasured, takeOutOn, window, wanted } = treatment;
  const start = dayNumber(since);
  const dayOf = (date: string) => dayNumber(date) - start;
  const last = Math.max(days, dayOf(window.to), dayOf(takeOutOn)) + 6;
  const x: Axis = { from: 0, to: last, ticks: dayTicks(since, 0, last), tell: (day) => shortDate(addDays(since, day), today) };
  const now = !view.projection.state.closedOn && days < last ? [{ along: 'x', at: days, colour: 'ink', width: 1.2 } as const] : [];
  const lost = losses
    .filter(({ why, days: gone }) => gone > 0 && why !== 'place')
    .map(
      (loss): Span => ({
        along: 'x',
        from: dayOf(loss.from),
        to: dayOf(loss.to) + 1,
        opacity: 0.13,
        colour: loss.why === 'warm' ? 'warm' : loss.why === 'frozen' ? 'frozen' : 'ink3',
        ...(loss.days >= 1 && { name: `−${daysLost(loss.days).replace(/ days?/, ' d')}` }),
      }),
    );
  const { read, nominal } = daysOf(view, treatment, records, places);
  const reach = {
    from: Math.floor(Math.min(COLDEST, ...read.map(([, least]) => least))),
    to: Math.ceil(Math.max(WARMEST, ...read.map(([, , most]) => most))),
  };
  const degrees = (celsius: number) => showQuantity(celsius, 'temperature_C', units, 0);
  const most = Math.max(needs.nearlyAll, curve.earned[Math.min(last, curve.earned.length - 1)] ?? 0, wanted) * 1.06;
  const earned = (from: number, to: number) => byDay(curve.earned, from, Math.min(to, curve.earned.length - 1));
  return {
    measured: {
      x,
      y: { ...reach, ticks: roundTicks(reach.from, reach.to), tell: degrees },
      spans: [{ along: 'y', from: 1, to: 5, colour, opacity: 0.12 }, ...lost.map(({ name: _, ...span }) => span)],
      marks: now,
      bands: [{ name: say('coldestToWarmest'), points: read, colour, opacity: 0.75 }],
      lines: nominal.length > 0 ? [{ name: say('notMeasuredNominal'), points: nominal, colour: 'ink3', width: 2, dash: [2, 5] }] : [],
    },
    earned: {
      x,
      y: { from: 0, to: most, ticks: [0, ...[needs.tenth, needs.half, needs.nearlyAll]], tell: (one) => String(Math.round(one)) },
      spans: [
        { along: 'x', from: dayOf(window.from), to: dayOf(window.to), colour, opacity: 0.09 },
        ...lost,
        ...unmeasured.map(
          (gap): Span => ({ along: 'x', from: dayOf(gap.from), to: Math.min(days, dayOf(gap.to) + 1), colour: 'ink3', opacity: 0.16 }),
        ),
      ],
      marks: [
        ...now,
        ...[
          { at: needs.tenth, name: say('tenPercentReady') },
          { at: needs.half, name: say('halfReady') },
          { at: needs.nearlyAll, name: say('nearlyAllReady') },
        ].map(({ at, name }): Mark => ({ along: 'y', at, name, colour: 'ink3', dash: [2, 4] })),
        { along: 'x', at: dayOf(takeOutOn), colour: 'warm', width: 2.4, name: say('takeOut', { takeOutOn: shortDate(takeOutOn, today) }) },
      ],
      lines: [
        { name: say('toCome'), points: earned(days, last), colour, width: 2, dash: [6, 5] },
        { name: say('soFar'), points: earned(0, days), colour, width: 3.5 },
      ],
    },
  };
}

/** Each day's coldest and warmest where it was measured, as a step to the next day; and what is assumed for the others. */
function daysOf(view: BatchView, treatment: TreatmentForecast, records: readonly PlaceTemperatures[], places: readonly Place[]) {
  const stays = view.projection.state.stages[treatment.stage]?.stays ?? [];
  const start = dayNumber(treatment.since);
  const read: (readonly [number, number, number])[] = [];
  const nominal: (readonly [number, number | null])[] = [];
  for (let day = 0; day < treatment.days; day++) {
    const date = addDays(treatment.since, day);
    const placeId = (stays.findLast(({ on }) => on <= date) ?? stays[0])?.placeId;
    const record = records.find((one) => one.placeId === placeId);
    const i = record ? start + day - dayNumber(record.from) : -1;
    const [least, most] = [record?.min_C[i], record?.max_C[i]];
    const measured = typeof least === 'number' && typeof most === 'number';
    // What was not measured leaves a gap: of no width, at what is assumed.
    const assumed = places.find(({ id }) => id === placeId)?.nominal_C ?? 4;
    const [low, high] = measured ? [least, Math.max(most, least + 0.3)] : [assumed, assumed];
    read.push([day, low, high], [day + 1, low, high]);
    nominal.push([day, measured ? null : assumed], [day + 1, measured ? null : assumed]);
  }
  return { read, nominal: nominal.some(([, value]) => value !== null) ? nominal : [] };
}

function spoken({ earned, needs, days, takeOutOn }: TreatmentForecast, today: string): string {
  return say('receivedAgainstNeeds', {
    earned: Math.round(earned),
    days,
    half: Math.round(needs.half),
    nearlyAll: Math.round(needs.nearlyAll),
    takeOutOn: shortDate(takeOutOn, today),
  });
}
