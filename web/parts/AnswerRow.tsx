import { staysAtBench } from '@chill/core/kinds/stages.ts';
import { type ProjectedStage, preparedAtBench } from '@chill/core/ledger/projectedStage.ts';
import type { Answer } from '@chill/core/record/answer.ts';
import { benchFirst } from '@chill/core/record/oneTap.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { cautionAt, mouldCaution } from '@chill/core/tell/words.ts';
import type { Sight } from '@chill/model/sight.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/round.ts';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import type { BatchView } from '../data/nursery.ts';
import { Problem } from '../kit/told/Problem.tsx';
import { begunBy, CountFirst, growsIn, Lifted, LostInPots, PutOff, Seen, TheRest, WaitOn, WaterAdded, Where } from './asks.tsx';
import { type Answering, useAnswer } from './useAnswer.ts';

/** Plants go out now and then, and what they were promised for is asked only then. */
const PlantsOut = lazy(() => import('./PlantsOut.tsx'));

/** How one kind of task is answered. */
interface Kind {
  /** The word on its button, before and after something else than the usual was said. */
  act: (changed: boolean, next: ProjectedStage | undefined) => string;
  /** What else may be done instead of it. */
  Instead?: (asking: Answering) => React.ReactNode;
  /** What is asked beside the button. */
  Asks?: React.ComponentType<Answering>;
  /** The caution that belongs to it. */
  caution?: (view: BatchView, task: Task) => string | undefined;
  /** Whether the stage it is about may have a step of its own at the bench: dose, clock and judgement. */
  atBench?: (stage: ProjectedStage) => boolean;
}

const record = { act: () => say('record') };
const ANSWERS: Record<Task['kind'], Kind> = {
  begin: {
    act: (_changed, next) => prepared(next) ?? say('start'),
    Asks: Where,
    caution: ({ projection }, { stage }) => cautionOf(projection.stages[stage]?.kind),
    atBench: (stage) => staysAtBench(stage.kind) || preparedAtBench(stage),
  },
  move: {
    act: (_changed, next) => prepared(next) ?? say('move'),
    Asks: (asking) => (
      <>
        <CountFirst {...asking} />
        <Where {...asking} />
      </>
    ),
    caution: ({ projection }, { stage }) => cautionAt(projection.stages[stage + 1]?.kind ?? 'pot'),
    atBench: ({ kind }) => staysAtBench(kind),
  },
  turn: { act: () => say('turn'), atBench: ({ kind }) => staysAtBench(kind) },
  check: { act: (changed) => say(changed ? 'record' : 'usual'), Asks: Seen },
  water: { ...record, Asks: WaterAdded },
  freshWater: record,
  refresh: { ...record, caution: mouldCaution },
  lift: { act: () => say('pot'), Asks: Lifted },
  finish: { act: () => say('finish'), Asks: TheRest, Instead: WaitOn },
  tend: { act: () => say('doneAct'), Asks: LostInPots, Instead: PutOff },
  plantOut: { act: () => say('plantOut'), Asks: PlantsOut },
};

/** How it is said that a stage's seed was packed or sown; `undefined` where it is neither. */
const prepared = (stage: ProjectedStage | undefined): string | undefined =>
  stage && preparedAtBench(stage) ? say(stage.sown ? 'sown' : 'packed') : undefined;

function cautionOf(kind: StageKind | undefined): string | undefined {
  return kind && cautionAt(kind);
}

/** The controls that answer one task, with an answer of their own. */
export function AnswerControls({ view, task, sight }: { view: BatchView; task: Task; sight?: Sight | undefined }) {
  return <AnswerForm answering={useAnswer(view, task)} sight={sight} />;
}

/** The controls that answer one task: the usual answer in one tap, numbers where they are needed, the bench where a dose is. */
export function AnswerForm({ answering, sight }: { answering: Answering; sight?: Sight | undefined }) {
  const { view, task, changed, set, save, asked, cancel, problem } = answering;
  const { batch, projection } = view;
  const stage = projection.stages[task.stage];
  const { act, Asks, Instead, caution, atBench } = ANSWERS[task.kind];
  const beware = caution?.(view, task);
  const bench = benchFirst(task, projection);
  const zone = { '--action': 'var(--zone)' } as React.CSSProperties;
  if (bench) {
    return (
      <div className="flex max-w-[27rem] flex-wrap items-center gap-x-2.5 gap-y-2 desk:justify-end desk:gap-x-1.5">
        {task.kind === 'move' && <CountFirst {...answering} />}
        <Link
          to={`/treat/${batch.code}`}
          className="action max-desk:basis-full"
          style={zone}
          aria-label={say('bench', { code: batch.code })}
        >
          {say('openBench')}
        </Link>
        {beware && <p className="w-0 min-w-full text-[0.9rem] text-ink2 desk:text-right">{beware}</p>}
      </div>
    );
  }
  if (asked !== undefined) {
    return (
      <div role="alert" className="flex max-w-[27rem] flex-wrap items-center gap-x-2.5 gap-y-2 border-l-4 border-alarm pl-3">
        <p className="basis-full text-[0.95rem]">{asked}</p>
        <button type="button" className="action" style={zone} onClick={save}>
          {say('endAnyway')}
        </button>
        <button type="button" className="quiet" onClick={cancel}>
          {say('cancel')}
        </button>
      </div>
    );
  }
  return (
    <div className="flex max-w-[27rem] flex-wrap items-center gap-x-2.5 gap-y-2 desk:justify-end desk:gap-x-1.5">
      {Asks && (
        <Suspense fallback={null}>
          <Asks {...answering} />
        </Suspense>
      )}
      <button type="button" className="action desk:px-3 max-desk:basis-full" style={zone} onClick={save}>
        {act(changed, begunBy(task, view))}
      </button>
      {Instead && <Instead {...answering} />}
      {stage && atBench?.(stage) && (
        <Link to={`/treat/${batch.code}`} className="quiet text-[0.95rem]" aria-label={say('bench', { code: batch.code })}>
          {say('atBench')}
        </Link>
      )}
      {sight && task.kind === 'check' && (
        <SightNote
          sight={sight}
          inPots={growsIn(stage?.kind)}
          sown={stage?.sown !== undefined}
          damp={task.check === 'damp'}
          show={(part) => set(part)}
        />
      )}
      {beware && <p className="w-0 min-w-full text-[0.9rem] text-ink2 desk:text-right">{beware}</p>}
      <Problem>{problem}</Problem>
    </div>
  );
}

/** In the demo: what the simulated seeds show, taken over with one tap. */
function SightNote({
  sight,
  inPots,
  sown,
  damp,
  show,
}: {
  sight: Sight;
  inPots: boolean;
  sown: boolean;
  damp: boolean;
  show: (part: Partial<Answer>) => void;
}) {
  const seen = [
    ...(damp ? [{ dry: 'dry', right: 'damp', wet: 'wet' }[sight.damp]] : []),
    ...(sight.up > 0 ? [say(sown ? 'upCount' : 'germinatedCount', { up: sight.up })] : []),
    ...(inPots
      ? sight.lost > 0
        ? [say('dead', { lost: sight.lost })]
        : []
      : sight.mouldy > 0
        ? [say('mouldy', { mouldy: sight.mouldy })]
        : []),
  ];
  if (seen.join() === 'damp' || seen.length === 0) return null;
  return (
    <button
      type="button"
      className="quiet w-0 min-w-full text-left text-[0.9rem] desk:justify-end"
      onClick={() => show({ damp: sight.damp, up: sight.up, mouldy: inPots ? 0 : sight.mouldy, lost: inPots ? sight.lost : 0 })}
    >
      {say('simulatedSeedsShow', { seen: seen.join(', ') })}
    </button>
  );
}
