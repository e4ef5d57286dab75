import { pieceOf } from '@chill/core/kinds/media.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { cautionsOf } from '@chill/core/lot/cautions.ts';
import { cautionAt, poisonCautionAt, stageName } from '@chill/core/tell/words.ts';
import { roundOf } from '@chill/core/treat/split.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/treat.ts';
import { type CSSProperties, type ReactNode, useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { nowMs } from '../../browser/now.ts';
import { atTheBench, benchOrder } from '../../data/bench.ts';
import { type BatchView, useBatchByCode, useNursery } from '../../data/nursery.ts';
import { stageZone, ZONE_COLOUR } from '../../kit/drawn/zones.ts';
import { useWakeLock } from '../../kit/page/useWakeLock.ts';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { StageName } from '../../kit/told/named.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { Lineage } from '../../parts/Lineage.tsx';
import { describeGesture, gesturesOn } from '../../parts/roundList.ts';
import { UndoButton } from '../../parts/UndoButton.tsx';
import { StepAction } from './StepAction.tsx';
import { Bath } from './steps/Bath.tsx';
import { Flood } from './steps/Flood.tsx';
import { HotWater } from './steps/HotWater.tsx';
import { LayUp } from './steps/LayUp.tsx';
import { OpenCoat } from './steps/OpenCoat.tsx';
import { Smoke } from './steps/Smoke.tsx';
import { Soak } from './steps/Soak.tsx';
import { Sow } from './steps/Sow.tsx';
import { Turns } from './steps/Turns.tsx';
import { useStep } from './useStep.ts';

/** What is packed at the bench and then lies elsewhere; what is not done at the bench at all. */
const AWAY = {
  coldMoist: 'packed',
  warmMoist: 'packed',
  warmTowel: 'packed',
  coldDry: 'elsewhere',
  dryStore: 'elsewhere',
  outdoorWinter: 'elsewhere',
  pot: 'elsewhere',
} as const satisfies Partial<Record<StageKind, 'packed' | 'elsewhere'>>;

/** A step with a screen of its own, and its title. */
interface Screen {
  title: string;
  Shown: (props: { view: BatchView }) => ReactNode;
}

const AT_BENCH: Record<Exclude<StageKind, keyof typeof AWAY>, Screen> = wordedRows(say, ['title'], {
  clean: { title: 'cleanSeed', Shown: Clean },
  openCoat: { title: 'scarify', Shown: OpenCoat },
  hotWater: { title: 'hotWaterSoak', Shown: HotWater },
  soak: { title: 'soak', Shown: Soak },
  disinfect: { title: 'disinfect', Shown: Bath },
  smoke: { title: 'smoke', Shown: Smoke },
  freezerTurns: { title: 'freezeThaw', Shown: Turns },
  flood: { title: 'flood', Shown: Flood },
  sown: { title: 'sow', Shown: Sow },
});
const SCREENS: Record<StageKind, Screen | 'packed' | 'elsewhere'> = { ...AT_BENCH, ...AWAY };

/** One step for one batch, as large as the screen: the dose before, the clock during, the judgement after. */
export default function StepPage() {
  const { code } = useParams();
  const { view, looking } = useBatchByCode(code);
  const awake = useWakeLock(true);
  if (!view && looking) return <Waiting />;
  if (!view) {
    return <NotThere title={say('noBatchHasCode', { code })} to="/treat" back={say('bench')} />;
  }
  return <StepOf key={`${view.batch.id}${view.projection.state.stage}`} view={view} awake={awake} />;
}

function StepOf({ view, awake }: { view: BatchView; awake: boolean }) {
  const { batch, species, projection } = view;
  const { state, stages } = projection;
  const stage = stages[state.stage];
  const closed = state.closedOn !== undefined || !stage;
  const screen = stage && SCREENS[stage.kind];
  // What was planned before Chill knew of containers lies in a tray without saying into what it is sown.
  const inTray = stage?.medium && pieceOf(stage.medium) === 'tray' && !stage.sown;
  const sows = (stage?.sown === 'here' || inTray) && !state.underWay;
  const own = typeof screen === 'object' ? screen : sows ? AT_BENCH.sown : undefined;
  const packing = screen === 'packed' && !state.underWay && !sows && !stage?.sown;
  const zone = stage ? stageZone(stage) : 'cool';
  const title = closed ? say('doneBench') : (own?.title ?? (packing ? say('pack') : stageName(stage.kind)));
  const cautions = closed ? [] : [cautionAt(stage.kind), poisonCautionAt(stage.kind, species), ...cautionsOf(species)];
  // The next step begins at its top, wherever the last one was left.
  useEffect(() => {
    scrollTo(0, 0);
  }, []);
  return (
    <div className="px-4 pt-4 desk:px-10" style={{ '--zone': ZONE_COLOUR[zone] } as CSSProperties}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Link to={`/batch/${batch.code}`} aria-label={say('record', { code: batch.code })} className="underline-offset-4 hover:underline">
          <Tag code={batch.code} large />
        </Link>
        <span className="text-lg">
          {say('seeds', { common: species.common[0], count: countIn(state.counts, ['waiting', 'swollen']) })}
          {roundOf(batch) > 1 && <b>{`, ${say('round', { roundOf: roundOf(batch) })}`}</b>}
        </span>
        <span className="ml-auto text-[0.9rem] text-ink2">{awake ? say('screenStaysAwake') : say('screenMaySleep')}</span>
      </div>
      <Lineage view={view} />
      <h1
        className="mt-1 border-b-4 pb-1 first-letter:uppercase"
        data-title={`${batch.code} ${title}`}
        style={{ borderColor: 'var(--zone)' }}
      >
        {!closed && own && stage && !sows ? <StageName kind={stage.kind}>{title}</StageName> : title}
      </h1>
      {cautions.map(
        (one) =>
          one && (
            <p key={one} className="mt-2 max-w-prose border-l-4 border-alarm pl-3 text-[0.98rem]">
              {one}
            </p>
          ),
      )}
      <div className="mt-4">
        {closed ? (
          <p className="text-lg">{state.splits.length > 0 ? say('allGoneRound') : say('batchClosed')}</p>
        ) : own ? (
          <own.Shown view={view} />
        ) : packing ? (
          <LayUp view={view} />
        ) : (
          <p className="text-lg">
            {state.underWay
              ? say('nowChecksRound', { stage: stageName(stage.kind) })
              : say('nextBeginRound', { stage: stageName(stage.kind) })}
          </p>
        )}
      </div>
      <JustNow view={view} />
      <Others view={view} />
    </div>
  );
}

/** What was just recorded, and the way back from it. */
function JustNow({ view }: { view: BatchView }) {
  const { today, places } = useNursery();
  const last = gesturesOn(view, today).at(-1);
  if (!last) return null;
  return (
    <p className="mt-4 flex flex-wrap items-center gap-x-4 border-t border-line pt-1 text-[0.95rem] text-ink2">
      <span>{say('last', { last: describeGesture(last, view, places) })}</span>
      <UndoButton view={view} events={last} />
    </p>
  );
}

/** The rest of the session, one tap away; what comes next in its order first. */
function Others({ view }: { view: BatchView }) {
  const nursery = useNursery();
  const others = atTheBench(nursery).filter(({ batch }) => batch.id !== view.batch.id);
  const next = benchOrder(others, nursery.batches, nowMs()).steps[0];
  const nextView = others.find(({ batch }) => batch.id === next?.batchId);
  return (
    <nav aria-label={say('alsoBench')} className="mt-4 flex flex-wrap items-center gap-x-5 border-t border-line pt-2">
      {next && nextView && (
        <Link to={`/treat/${nextView.batch.code}`} className="quiet font-semibold">
          {say('thenNext', { step: next.what, code: nextView.batch.code })}
        </Link>
      )}
      <Link to="/treat" className="quiet">
        {say('wholeBench')}
      </Link>
      {/* Rows of the round lead here: there is a way back. */}
      <Link to="/" className="quiet">
        {say('backToRound')}
      </Link>
      {others
        .filter((other) => other !== nextView)
        .slice(0, 5)
        .map((other) => (
          <Link key={other.batch.id} to={`/treat/${other.batch.code}`} className="quiet no-underline">
            <Tag code={other.batch.code} />
            <span className="text-[0.95rem] text-ink2">
              {stageName(other.projection.stages[other.projection.state.stage]?.kind ?? 'pot')}
            </span>
          </Link>
        ))}
    </nav>
  );
}

/** Cleaning has nothing to measure. */
function Clean({ view }: { view: BatchView }) {
  const step = useStep(view);
  return (
    <>
      <p className="max-w-prose text-[1.06rem]">
        {say('whyClean')} {say(view.species.floatTest === 'sinkersAreViable' ? 'floatersUsuallyHollow' : 'floatingSaysNothing')}
      </p>
      <StepAction onClick={() => step.finish()}>{say('clean')}</StepAction>
      <Problem>{step.problem}</Problem>
    </>
  );
}
