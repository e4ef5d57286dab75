import { addDays, daysBetween, later, shortDate } from '@chill/core/calendar/dates.ts';
import { wholeSproutingDays } from '@chill/core/follow/stage.ts';
import { sproutingStage } from '@chill/core/follow/stageOrder.ts';
import type { ProjectedStage } from '@chill/core/ledger/projectedStage.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { endedAs } from '@chill/core/methods/endings.ts';
import { describeRoom, roomOf, tooLargeFor } from '@chill/core/methods/room.ts';
import { area_dm2, containerOf, containersFor, inGround } from '@chill/core/mix/containers.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { recordSownAs } from '@chill/core/record/sow.ts';
import { fromBelow_mL, waterToSpare_mm } from '@chill/core/sowing/moisture.ts';
import { comesUp, crowded, lookAfter_days, sownBy, usualSowing } from '@chill/core/sowing/sown.ts';
import { thermalTime } from '@chill/core/sprout/thermalTime.ts';
import { placeForStage } from '@chill/core/tasks/tasks.ts';
import { showQuantity, volumeBothWays } from '@chill/core/units/quantities.ts';
import type { Sowing } from '@chill/model/container.ts';
import { say } from '@chill/words/sowing.ts';
import { spoken } from '@chill/words/subject.ts';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../../browser/newId.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Plot } from '../../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, roundTicks } from '../../../kit/plot/plot.ts';
import { Problem } from '../../../kit/told/Problem.tsx';
import { SowingFields } from '../../../parts/SowingFields.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';
import { GroundSession } from './GroundSession.tsx';
import { InContainers } from './InContainers.tsx';

/** Sowing: into how many of what, how many to each, how deep, in which mix; then when it comes up, and how it is kept damp until then. */
export function Sow({ view }: { view: BatchView }) {
  const { batch, projection, species } = view;
  const [otherwise, sowAs] = useState<Sowing>();
  const planned = sownBy(batch.plan.method.stages, projection.state.stage);
  const sowing = otherwise ?? planned ?? usualSowing(species);
  return (
    <div className="grid grid-cols-1 gap-x-12 gap-y-6 desk:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <Session view={view} sowing={sowing} changed={otherwise !== undefined} sowAs={sowAs} />
      <UntilUp view={view} sowing={sowing} />
    </div>
  );
}

function Session({ view, sowing, changed, sowAs }: { view: BatchView; sowing: Sowing; changed: boolean; sowAs: (sowing: Sowing) => void }) {
  const { places, batches, today } = useNursery();
  const step = useStep(view);
  const { batch, species, projection } = view;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const { trays } = containersFor(seeds, sowing);
  const stage = projection.stages[projection.state.stage];
  const place = places.find(({ id }) => id === (stage && placeForStage(stage, { places })));
  const taken = place ? lodgersOf(place, batches, today).reduce((sum, { room }) => sum + room, 0) : 0;
  const takes = place ? roomOf(seeds, 'ownPot', species.seed, place, sowing) : 0;
  const tooLarge = place && tooLargeFor(place, sowing);
  const instead = (as: Sowing | undefined) => recordSownAs(batch, projection.state, as, { places }, today, newId);
  return (
    <div>
      {inGround(sowing) ? <GroundSession view={view} sowing={sowing} /> : <InContainers view={view} sowing={sowing} />}
      {place && takes > 0 && (
        <p className={`mt-3 ${tooLarge || taken + takes > place.capacity ? 'font-semibold text-alarm' : 'text-ink2'}`}>
          {tooLarge ? `${spoken(tooLarge)}.` : say('placeTakes', { place: place.name, room: describeRoom(taken, place), count: trays })}
        </p>
      )}
      {stage?.sown === 'here' && !projection.state.underWay && (
        <details className="mt-3">
          <summary className="quiet cursor-pointer list-none">{say('sowOtherwise')}</summary>
          <SowingFields sowing={sowing} sow={sowAs} species={species} />
          {endedAs(batch.plan.method.stages, undefined) && (
            <button type="button" className="quiet" onClick={() => step.put(instead(undefined))}>
              {say('onTowelInstead')}
            </button>
          )}
        </details>
      )}
      {!projection.state.underWay && (
        <StepAction
          onClick={() => step.begin(changed ? instead(sowing) : undefined)}
          beside={
            <Link to={`/labels?kind=pot&of=${batch.code}`} className="quiet">
              {say('potLabels')}
            </Link>
          }
        >
          {say(stage?.sown === 'before' ? 'broughtIntoWarmth' : 'sownLabelled')}
        </StepAction>
      )}
      <Problem>{step.problem}</Problem>
    </div>
  );
}

function UntilUp({ view, sowing }: { view: BatchView; sowing: Sowing }) {
  const { nursery, today } = useNursery();
  const { units } = nursery.settings;
  const { species, projection } = view;
  const { start, started, temperature_C } = projection.stages[sproutingStage(view.batch.plan.method)] as ProjectedStage;
  const law = thermalTime(species.sprouting);
  const since = started ? start : later(start, today);
  /** The day by which so many of those to come are up, as the curve has it; where nothing is expected, as the species does at that warmth. */
  const by = (share: number) => {
    const { belief, course } = projection.outlook;
    const warmth = belief.warmthFor(share);
    const day = warmth === undefined ? undefined : course.dayOf(warmth);
    return day ? later(day, since) : addDays(since, wholeSproutingDays(share, law, { temperature_C, sowing }, species));
  };
  const into = containerOf(sowing);
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const spare = waterToSpare_mm(into.depth_mm, sowing.cover_mm);
  const fromBelow = fromBelow_mL(spare, area_dm2(into) * Math.min(into.perTray, containersFor(seeds, sowing).containers));
  const temperature = showQuantity(temperature_C, 'temperature_C', units);
  const crowd = crowded(species, sowing);
  const comingUp = useMemo(() => comingUpOf(view, since, today), [view, since, today]);
  return (
    <div>
      <h2>{say('upBetween', { from: shortDate(by(0.1), today), to: shortDate(by(0.9), today) })}</h2>
      {inGround(sowing) ? (
        <p className="mt-1 max-w-prose">{say('waterInDrought')}</p>
      ) : (
        <p className="mt-1 max-w-prose">
          {say('keepSurfaceDamp', { count: lookAfter_days(sowing, temperature_C), temperature })}{' '}
          {say('waterFromBelow', { water: volumeBothWays(fromBelow, units) })}
        </p>
      )}
      <p className="mt-2 max-w-prose text-ink2">
        {say('ofThoseThatWould', { percent: Math.round(100 * comesUp(species, sowing)) })}{' '}
        {species.light === 'needs light'
          ? say('neverCover')
          : !inGround(sowing) && say(species.light === 'wants dark' ? 'darkLid' : 'coverAndLid')}
      </p>
      {crowd && (
        <p className="mt-2 max-w-prose text-ink2">
          {say('crowdDampsOff', { perDm2: Math.round(crowd.perDm2), percent: Math.max(1, Math.round(100 * crowd.lost)) })}
        </p>
      )}
      <div className="mt-4">
        <Plot label={say('upByDay')} data={comingUp} height={200} unnamed />
      </div>
      {started && <p className="mt-4">{say('sownChecksOnRound')}</p>}
    </div>
  );
}

/** Points of a curve of what comes up. */
const POINTS = 28;

/** How many are up by each day: the middle, and the range that holds 8 times in 10. */
function comingUpOf({ projection: { outlook } }: BatchView, since: string, today: string): PlotData {
  const { belief, course, left } = outlook;
  const all = belief.warmthFor(0.97);
  const last = Math.max(14, daysBetween(since, (all !== undefined && course.dayOf(all)) || addDays(since, 60)) + 4);
  const days = Array.from({ length: POINTS + 1 }, (_, i) => Math.round((i * last) / POINTS));
  const by = days.map((day) => ({ day, ...belief.count(left, course.on(addDays(since, day))) }));
  const top = Math.max(4, ...by.map(({ high }) => high));
  const tell = (count: number) => String(Math.round(count));
  return {
    x: { from: 0, to: last, ticks: dayTicks(since, 0, last), tell: (day) => shortDate(addDays(since, day), today) },
    y: { from: 0, to: top, ticks: roundTicks(0, top), tell },
    bands: [
      { name: say('eightTimesInTen'), points: by.map(({ day, low, high }) => [day, low, high] as const), colour: 'cool', opacity: 0.22 },
    ],
    lines: [
      { name: say('upInTheMiddle'), points: by.map(({ day, middle }) => [day, middle] as const), colour: 'cool', width: 2.4, dash: [5, 4] },
    ],
  };
}
