import { lengthOf, timerFace } from '@chill/core/calendar/moments.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { usualOpening } from '@chill/core/treat/handTime.ts';
import type { OpeningMethod } from '@chill/model/event.ts';
import { options, worded } from '@chill/words/tables.ts';
import { say } from '@chill/words/treat.ts';
import { nowMs, useNow } from '../../../browser/now.ts';
import { useStored } from '../../../browser/stored.ts';
import { handTimeHere } from '../../../data/bench.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Choice } from '../../../kit/fields/Choice.tsx';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { WhyNote } from '../../../kit/told/WhyNote.tsx';
import { CoatPicture } from '../../../parts/CoatPicture.tsx';
import { FromDevice } from '../Reading.tsx';
import { type Said, useStep } from '../useStep.ts';

const METHODS = options(say, {
  file: 'file',
  nick: 'nick',
  sand: 'sand',
  peel: 'peel',
});

const HOW: Record<OpeningMethod, string> = worded(say, {
  file: 'howToFile',
  nick: 'howToClip',
  sand: 'howToSand',
  peel: 'howToPeel',
});

/** A sitting at the bench, kept in this browser until it is recorded. */
interface Sitting {
  method: OpeningMethod;
  opened: number;
  wounded: number;
  /** Time at it, ms, up to when it was last stopped, and since when it runs. */
  worked_ms: number;
  since_ms?: number | undefined;
}

const FRESH: Omit<Sitting, 'method'> = { opened: 0, wounded: 0, worked_ms: 0 };

/** Open the coat: where on this seed, what to look for, a tally with a thumb, and how long the lot will take these hands. */
export function OpenCoat({ view }: { view: BatchView }) {
  const { batches } = useNursery();
  const step = useStep(view);
  const now = useNow();
  const { state } = view.projection;
  const all = countIn(state.counts, ['waiting', 'swollen']);
  const method = usualOpening(view.species.seed, all, handTimeHere('file', batches));
  const [sitting, setSitting] = useStored<Sitting>(`chill.bench.${view.batch.id}`, { ...FRESH, method });
  const before = state.openings.reduce((sum, one) => sum + (one.method === 'peel' ? 0 : one.count - one.wounded), 0);
  const left = Math.max(0, all - (sitting.method === 'peel' ? 0 : before) - sitting.opened - sitting.wounded);
  const { perSeed_s, timed } = handTimeHere(sitting.method, batches);
  const worked_s = (sitting.worked_ms + (sitting.since_ms ? Math.max(0, now - sitting.since_ms) : 0)) / 1000;
  const running = sitting.since_ms !== undefined;
  const done = sitting.opened + sitting.wounded;

  const tap = (opened: number, wounded: number) =>
    setSitting({
      ...sitting,
      opened: Math.max(0, sitting.opened + opened),
      wounded: Math.max(0, sitting.wounded + wounded),
      since_ms: sitting.since_ms ?? nowMs(),
    });
  const pause = () =>
    setSitting(
      running
        ? { ...sitting, worked_ms: sitting.worked_ms + Math.max(0, nowMs() - (sitting.since_ms ?? 0)), since_ms: undefined }
        : { ...sitting, since_ms: nowMs() },
    );
  const said = (): Said[] => {
    if (done === 0) return [];
    const from = state.counts.waiting > 0 ? 'waiting' : 'swollen';
    return [
      {
        kind: 'opened',
        method: sitting.method,
        count: done,
        ...(worked_s >= 1 && { seconds: Math.round(worked_s) }),
        moves: sitting.wounded > 0 ? [{ from, to: 'broken', count: sitting.wounded }] : [],
      },
    ];
  };
  const clear = () => setSitting({ ...FRESH, method: sitting.method });

  return (
    <div className="gap-14 desk:grid desk:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
      <div className="contents desk:block">
        <Choice label={say('how')} options={METHODS} value={sitting.method} onChange={(method) => setSitting({ ...sitting, method })} />
        <p className="mt-2 max-w-prose">{HOW[sitting.method]}</p>
        {sitting.method === 'peel' ? (
          <PeelOrLeave />
        ) : (
          <div className="mt-3 grid max-w-2xl grid-cols-3 gap-3">
            {(['tooLittle', 'right', 'tooFar'] as const).map((opened) => (
              <CoatPicture key={opened} seed={view.species.seed} opened={opened} width={210} />
            ))}
          </div>
        )}
      </div>
      <div className="contents desk:block">
        <div className="mt-5 flex flex-wrap items-end gap-x-8 gap-y-4 desk:mt-0">
          <Figure value={sitting.opened} unit={say('ofAll', { all })}>
            {say(sitting.method === 'peel' ? 'peeledNow' : 'openedNow')}
            {before > 0 && sitting.method !== 'peel' && `, ${say('before', { before })}`}
          </Figure>
          <Figure value={lengthOf(left * perSeed_s)}>
            {say('leftSEach', { left, perSeed: perSeed_s.toFixed(perSeed_s < 10 ? 1 : 0) })}
          </Figure>
          <button
            type="button"
            className="min-h-12 font-mono text-xl tabular-nums"
            onClick={pause}
            aria-label={running ? say('stopStopwatch') : say('startStopwatch')}
          >
            {timerFace(worked_s)}{' '}
            <span className="font-sans text-[0.95rem] underline underline-offset-4">{running ? say('stop') : say('startAct')}</span>
          </button>
        </div>
        <div className="sticky bottom-[4.1rem] z-10 mt-3 grid grid-cols-[2fr_1fr_1fr] gap-3 bg-ground py-2 desk:static">
          <button type="button" className="action min-h-20! text-2xl" disabled={left < 1} onClick={() => tap(1, 0)}>
            +1 {sitting.method === 'peel' ? say('peeled') : say('opened')}
          </button>
          <button
            type="button"
            className="min-h-20 border-[1.5px] border-ink3 text-xl font-semibold"
            disabled={left < 1}
            onClick={() => tap(Math.min(10, left), 0)}
          >
            +{Math.min(10, Math.max(1, left))}
          </button>
          <button
            type="button"
            className="min-h-20 border-[1.5px] border-ink3 leading-tight font-semibold"
            disabled={left < 1}
            onClick={() => tap(0, 1)}
          >
            {sitting.wounded > 0 && <span className="font-mono text-xl">{sitting.wounded} </span>}
            {say('tooFar')}
          </button>
        </div>
        <div className="flex flex-wrap justify-between gap-x-6">
          <button type="button" className="quiet" disabled={sitting.opened === 0} onClick={() => tap(-1, 0)}>
            {say('oneBack')}
          </button>
          <button type="button" className="quiet" disabled={left < 1} onClick={() => tap(left, 0)}>
            {say(sitting.method === 'sand' ? 'allSandedTogether' : 'allAreDone', { left })}
          </button>
        </div>
        <FromDevice
          kind="counter"
          batchId={view.batch.id}
          show={(value) => say('seedsValue', { value })}
          take={(value) => setSitting({ ...sitting, opened: Math.min(all, value) })}
        />
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <button
            type="button"
            className="action grow desk:grow-0"
            style={{ '--action': 'var(--zone)' } as React.CSSProperties}
            disabled={done === 0 && before === 0}
            onClick={() => step.finish(said()) && clear()}
          >
            {left > 0 && done + before > 0 ? say('doneLeaveThey', { left }) : say('allDoneNext')}
          </button>
          {done > 0 && left > 0 && (
            <button type="button" className="quiet" onClick={() => step.record(said()) && clear()}>
              {say('putAsideWhenDone')}
            </button>
          )}
        </div>
        <Problem>{step.problem}</Problem>
        <WhyNote
          ask={say('whySoLong')}
          why={{
            figure: say('sSeed', { perSeed: perSeed_s.toFixed(1) }),
            inputs: [{ name: say('timedHere'), value: say('seedsTimed', { timed }), from: say('yourOwnTimings') }],
            rule: say('ruleOfPace'),
            source: say('ownRecordsAndGuess'),
            assumed: timed < 10,
            changes: say('everySessionTimed'),
          }}
        />
        <Trained view={view} />
      </div>
    </div>
  );
}

function PeelOrLeave() {
  return (
    <dl className="mt-3 grid max-w-2xl grid-cols-2 gap-6 border-y border-line py-3 text-[0.98rem]">
      <div>
        <dt className="font-bold">{say('peelAct')}</dt>
        <dd>{say('whenToPeel')}</dd>
      </div>
      <div>
        <dt className="font-bold">{say('leave')}</dt>
        <dd>{say('whichNotToBathe')}</dd>
      </div>
    </dl>
  );
}

/** What only trained people do is recorded as done; Chill gives no procedure for it. */
function Trained({ view }: { view: BatchView }) {
  const step = useStep(view);
  return (
    <details className="mt-4 max-w-2xl text-[0.95rem]">
      <summary className="quiet cursor-pointer list-none">{say('acidOrHormoneUsed')}</summary>
      <p className="border-l-4 border-alarm pl-3">{say('acidAndHormones')}</p>
      {(['acid', 'growthHormone'] as const).map((agent) => (
        <button key={agent} type="button" className="quiet mr-6" onClick={() => step.note([{ kind: 'trainedStaff', agent }])}>
          {agent === 'acid' ? say('acidByTrainedStaff') : say('growthHormone')}
        </button>
      ))}
      <Problem>{step.problem}</Problem>
    </details>
  );
}
