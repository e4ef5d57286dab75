import { addDays, daysBetween, later, shortDate } from '@chill/core/calendar/dates.ts';
import { wholeSproutingDays } from '@chill/core/follow/stage.ts';
import { sproutingStage } from '@chill/core/follow/stageOrder.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import { valueName } from '@chill/core/kinds/values.ts';
import type { ProjectedStage } from '@chill/core/ledger/projectedStage.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { endedAs } from '@chill/core/methods/endings.ts';
import { describeRoom, roomOf, tooLargeFor } from '@chill/core/methods/room.ts';
import { area_dm2, containerOf, containersFor, growsAlone } from '@chill/core/mix/containers.ts';
import { carrierFor } from '@chill/core/mix/density.ts';
import type { MixPart } from '@chill/core/mix/water.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { sessionFor, USUAL_RECIPE } from '@chill/core/pots/potting.ts';
import { recordSownAs } from '@chill/core/record/sow.ts';
import { DUST_MG } from '@chill/core/sowing/depth.ts';
import { fromBelow_mL, waterToSpare_mm } from '@chill/core/sowing/moisture.ts';
import { comesUp, gritOver, isNut, lookAfter_days, rootsOf, sownBy, usualSowing } from '@chill/core/sowing/sown.ts';
import { thermalTime } from '@chill/core/sprout/thermalTime.ts';
import { placeForStage } from '@chill/core/tasks/tasks.ts';
import { showQuantity, volumeBothWays, volumeOtherWay } from '@chill/core/units/quantities.ts';
import type { Sowing } from '@chill/model/container.ts';
import { allOf } from '@chill/words/lists.ts';
import { say as ofPots } from '@chill/words/pots.ts';
import { spoken } from '@chill/words/subject.ts';
import { say } from '@chill/words/treat.ts';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../../browser/newId.ts';
import { toBeSown } from '../../../data/bench.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Plot } from '../../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, roundTicks } from '../../../kit/plot/plot.ts';
import { Problem } from '../../../kit/told/Problem.tsx';
import { DoseSheet } from '../../../parts/DoseSheet.tsx';
import { SowingFields } from '../../../parts/SowingFields.tsx';
import { SownSection, TrayFromAbove } from '../../../parts/SownDrawing.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';

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
  const { nursery, places, batches, today } = useNursery();
  const { units } = nursery.settings;
  const step = useStep(view);
  const { batch, species, projection } = view;
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const into = containerOf(sowing);
  const { containers, trays } = containersFor(seeds, sowing);
  const session = sessionFor([{ ...sowing, sprouts: seeds }], USUAL_RECIPE);
  const open = into.shape === 'open';
  const stage = projection.stages[projection.state.stage];
  const place = places.find(({ id }) => id === (stage && placeForStage(stage, { places })));
  const taken = place ? lodgersOf(place, batches, today).reduce((sum, { room }) => sum + room, 0) : 0;
  const takes = place ? roomOf(seeds, 'ownPot', species.seed, place, sowing) : 0;
  const tooLarge = place && tooLargeFor(place, sowing);
  const volume = (mL: number) => showQuantity(mL, 'volume_mL', units, 0);
  const before = stage?.sown === 'before';
  const instead = (as: Sowing | undefined) => recordSownAs(batch, projection.state, as, { places }, today, newId);
  const others = toBeSown({ batches, today }).filter(({ view: other }) => other.batch.id !== batch.id);
  const together =
    others.length > 0 &&
    sessionFor([{ ...sowing, sprouts: seeds }, ...others.map((one) => ({ ...one.sowing, sprouts: one.seeds }))], USUAL_RECIPE);
  const grit = gritOver(species, sowing, containers);
  const carrier = species.seed.thousandSeeds_g < DUST_MG ? carrierFor(containers * area_dm2(into), seeds) : undefined;
  return (
    <div>
      <DoseSheet
        figures={[
          {
            value: open ? containers : trays,
            unit: open ? say('ofContainer', { container: into.name }) : say('traysOf', { each: into.perTray }),
            of: open
              ? say('strewnOver', { seeds: Math.ceil(seeds / Math.max(1, containers)) })
              : say('intoContainers', { containers, container: into.name }),
          },
          { value: open ? seeds : sowing.each, unit: open ? say('seedsWord') : say('toEach'), of: howTo(sowing, view) },
          {
            value: sowing.cover_mm > 0 ? showQuantity(sowing.cover_mm, 'length_mm', units, 1) : '0',
            unit: sowing.cover_mm > 0 ? '' : 'mm',
            of: sowing.cover_mm > 0 ? say('coverOverSeed') : say('pressedOn'),
          },
        ]}
      />
      <div className="mt-5 flex flex-wrap items-start gap-x-8 gap-y-4">
        <SownSection container={into} cover_mm={sowing.cover_mm} seed={species.seed} />
        <div>
          <TrayFromAbove perTray={open ? 1 : into.perTray} each={sowing.each} filled={Math.min(containers, into.perTray)} />
          <p className="mt-1 text-[0.95rem] text-ink2">
            {say(trays === 1 ? 'theTray' : 'oneOfTrays', { trays })}{' '}
            {rootsOf(species) === 'tap' && say('roomForTapRoot', { depth: into.depth_mm })}
          </p>
        </div>
      </div>
      <h2 className="mt-5">{say('mixTitle', { litres: session.mix_L.toFixed(1) })}</h2>
      <p className="mt-1">
        {(Object.entries(session.parts_L) as [MixPart, number][]).map(([part, litres]) => (
          <span key={part} className="mr-4 whitespace-nowrap">
            <b className="font-mono">{litres.toFixed(1)} L</b> {valueName(part)}
          </span>
        ))}
        {say('waterIntoMix', { water: volume(session.water_mL), other: volumeOtherWay(session.water_mL, units) })}
      </p>
      {together && (
        <p className="mt-1 text-ink2">
          {say('oneMixForAll', {
            codes: allOf(others.map(({ view: other }) => other.batch.code)),
            litres: together.mix_L.toFixed(1),
            water: volume(together.water_mL),
          })}
        </p>
      )}
      {carrier && (
        <p className="mt-2">
          {say('strewWithSand', { sand: volumeBothWays(carrier.sand_mL, units), each: Math.round(carrier.seeds_perMl) })}
        </p>
      )}
      <p className="mt-2 border-l-4 border-ink pl-3 text-[0.95rem]">{ofPots('dustCaution')}</p>
      {stage && STAGES[stage.kind].earns === 'winter' && (
        <div className="mt-3">
          <h3>{say('beforeItGoesOut')}</h3>
          <ul className="list-disc pl-5">
            <li>
              {grit.depth_mm > 0
                ? say('gritOnTop', { depth: showQuantity(grit.depth_mm, 'length_mm', units), grit: volumeBothWays(grit.mL, units) })
                : say('gritNever')}
            </li>
            <li>{say('meshOverAndUnder')}</li>
            <li>{say('labelForWinter', { count: open ? containers : trays })}</li>
          </ul>
        </div>
      )}
      {place && (
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
          {say(before ? 'broughtIntoWarmth' : 'sownLabelled')}
        </StepAction>
      )}
      <Problem>{step.problem}</Problem>
    </div>
  );
}

/** How the seed goes in: a pinch with sand, two and the better is kept, a nut on its side. */
function howTo(sowing: Sowing, { species }: BatchView): string {
  const { each } = sowing;
  if (!growsAlone(sowing)) return say('strewEvenly');
  if (isNut(species)) return say('nutOnItsSide');
  return each > 1 ? say('keepTheBest') : say('oneEach');
}

function UntilUp({ view, sowing }: { view: BatchView; sowing: Sowing }) {
  const { nursery, today } = useNursery();
  const { units } = nursery.settings;
  const { species, projection } = view;
  const { start, started, temperature_C } = projection.stages[sproutingStage(view.batch.plan.method)] as ProjectedStage;
  const law = thermalTime(species.sprouting);
  const since = started ? start : later(start, today);
  const by = (share: number) => addDays(since, wholeSproutingDays(share, law, { temperature_C, sowing }, species));
  const into = containerOf(sowing);
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const spare = waterToSpare_mm(into.depth_mm, sowing.cover_mm);
  const fromBelow = fromBelow_mL(spare, area_dm2(into) * Math.min(into.perTray, containersFor(seeds, sowing).containers));
  const temperature = showQuantity(temperature_C, 'temperature_C', units);
  const comingUp = useMemo(() => comingUpOf(view, since, today), [view, since, today]);
  return (
    <div>
      <h2>{say('upBetween', { from: shortDate(by(0.1), today), to: shortDate(by(0.9), today) })}</h2>
      <p className="mt-1 max-w-prose">
        {say('keepSurfaceDamp', { count: lookAfter_days(sowing, temperature_C), temperature })}{' '}
        {say('waterFromBelow', { water: volumeBothWays(fromBelow, units) })}
      </p>
      <p className="mt-2 max-w-prose text-ink2">
        {say('ofThoseThatWould', { percent: Math.round(100 * comesUp(species, sowing)) })}{' '}
        {species.light === 'needs light' ? say('neverCover') : say('coverAndLid')}
      </p>
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
