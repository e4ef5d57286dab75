import { addDays } from '@chill/core/calendar/dates.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { isStage, STAGES, staysAtBench } from '@chill/core/kinds/stages.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { countFirst, wantsCount } from '@chill/core/mix/swelling.ts';
import type { Answer } from '@chill/core/schedule/answer.ts';
import { benchFirst } from '@chill/core/schedule/oneTap.ts';
import { recordTendingMoved, recordWait } from '@chill/core/schedule/record.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import { waitOn } from '@chill/core/schedule/waitOn.ts';
import { cautionAt, mouldCaution } from '@chill/core/schedule/words.ts';
import type { Sight } from '@chill/model/sight.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/round.ts';
import { options } from '@chill/words/tables.ts';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../data/newId.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Problem } from '../../kit/Problem.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';
import { Stepper } from '../../kit/Stepper.tsx';
import { type Answering, useAnswer } from './useAnswer.ts';

const DAMP = options(say, {
  dry: 'dry',
  right: 'damp',
  wet: 'wet',
});
const MOULD = options(say, {
  few: 'few',
  spreading: 'spreading',
});
const REST = options(say, {
  heldOver: 'keepAnotherSeason',
  lost: 'compost',
});

/** Plants go out now and then, and what they were promised for is asked only then. */
const PlantsOut = lazy(() => import('./PlantsOut.tsx'));

/** How one kind of task is answered. */
interface Kind {
  /** The word on its button, before and after something else than the usual was said. */
  act: (changed: boolean, next: StageKind | undefined) => string;
  /** What else may be done instead of it. */
  Instead?: (asking: Answering) => React.ReactNode;
  /** What is asked beside the button. */
  Asks?: React.ComponentType<Answering>;
  /** The caution that belongs to it. */
  caution?: (view: BatchView, task: Task) => string | undefined;
  /** Whether the stage it is about may have a step of its own at the bench: dose, clock and judgement. */
  atBench?: (kind: StageKind) => boolean;
}

const record = { act: () => say('record') };
const ANSWERS: Record<Task['kind'], Kind> = {
  begin: {
    act: (_changed, next) => (next && STAGES[next].packed ? say('packed') : say('start')),
    Asks: Where,
    caution: ({ projection }, { stage }) => cautionOf(projection.stages[stage]?.kind),
    atBench: (kind) => staysAtBench(kind) || STAGES[kind].packed,
  },
  move: {
    act: (_changed, next) => (next && STAGES[next].packed ? say('packed') : say('move')),
    Asks: (asking) => (
      <>
        <CountFirst {...asking} />
        <Where {...asking} />
      </>
    ),
    caution: ({ projection }, { stage }) => cautionAt(projection.stages[stage + 1]?.kind ?? 'pot'),
    atBench: staysAtBench,
  },
  turn: { act: () => say('turn'), atBench: staysAtBench },
  check: { act: (changed) => say(changed ? 'record' : 'usual'), Asks: Seen },
  water: { ...record, Asks: WaterAdded },
  freshWater: record,
  refresh: { ...record, caution: mouldCaution },
  lift: { act: () => say('pot'), Asks: Lifted },
  finish: { act: () => say('finish'), Asks: TheRest, Instead: WaitOn },
  tend: { act: () => say('doneAct'), Asks: LostInPots, Instead: PutOff },
  plantOut: { act: () => say('plantOut'), Asks: PlantsOut },
};

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
  const kind = projection.stages[task.stage]?.kind;
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
      {kind && atBench?.(kind) && (
        <Link to={`/treat/${batch.code}`} className="quiet text-[0.95rem]" aria-label={say('bench', { code: batch.code })}>
          {say('atBench')}
        </Link>
      )}
      {sight && task.kind === 'check' && (
        <SightNote sight={sight} inPots={growsIn(kind)} damp={task.check === 'damp'} show={(part) => set(part)} />
      )}
      {beware && <p className="w-0 min-w-full text-[0.9rem] text-ink2 desk:text-right">{beware}</p>}
      <Problem>{problem}</Problem>
    </div>
  );
}

/** The stage that an answer begins; none where it begins none. */
function begunBy({ kind, stage }: Task, { projection }: BatchView): StageKind | undefined {
  return projection.stages[kind === 'begin' ? stage : stage + 1]?.kind;
}

/** Where it goes: named, and to be chosen where there is more than one place for it. */
function Where({ view, task, answer, set }: Answering) {
  const { places } = useNursery();
  const kind = begunBy(task, view);
  const fit = kind ? placesFor(kind, places) : [];
  const there = answer.placeId ?? task.toPlaceId;
  const place = places.find(({ id }) => id === there);
  if (!place) return null;
  if (fit.length < 2) return <span className="text-[0.95rem] text-ink2">{say('to', { name: place.name })}</span>;
  return (
    <label className="flex items-baseline gap-1.5 text-[0.95rem] text-ink2">
      {say('toWhere')}
      <select className="written max-w-36" value={there} onChange={({ target }) => set({ placeId: target.value })}>
        {[...new Set([place, ...fit])].map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

function growsIn(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'grows');
}

/** What a check found: how damp, roots or sprouts, mould, or what was lost in the pots. */
function Seen({ view: { projection }, task: { check, stage }, answer, set }: Answering) {
  const { counts } = projection.state;
  const inPots = growsIn(projection.stages[stage]?.kind);
  const [sprouts, damp] = [check === 'sprouts', check === 'damp'];
  return (
    <>
      {damp && <Choice label={say('howDamp')} options={DAMP} value={answer.damp ?? 'right'} onChange={(how) => set({ damp: how })} />}
      {(sprouts || damp) && (
        <Tally
          label={sprouts ? say('germinated') : say('roots')}
          none={sprouts ? undefined : say('noRoots')}
          value={answer.up}
          most={mostFor('up', counts)}
          onChange={(up) => set({ up })}
        />
      )}
      {inPots ? (
        <Tally
          label={say('lost')}
          none={say('noneLost')}
          value={answer.lost}
          most={mostFor('lost', counts)}
          onChange={(lost) => set({ lost })}
        />
      ) : (
        <Tally
          label={say('mould')}
          none={say('noMould')}
          value={answer.mouldy}
          most={mostFor('mouldy', counts)}
          onChange={(mouldy) => set({ mouldy })}
        />
      )}
      {answer.mouldy > 0 && !inPots && (
        <Choice
          label={say('howFarMouldGoes')}
          options={MOULD}
          value={answer.mould === 'spreading' ? 'spreading' : 'few'}
          onChange={(mould) => set({ mould })}
        />
      )}
    </>
  );
}

/** Hard seed that comes out of the water is counted before it goes on. */
function CountFirst({ view: { species, projection }, task: { stage } }: Answering) {
  const kind = projection.stages[stage]?.kind;
  if (!kind || !wantsCount(species, projection.state, kind)) return null;
  return <p className="w-0 min-w-full text-[0.9rem] font-semibold desk:text-right">{countFirst()}</p>;
}

function WaterAdded({ answer, set }: Answering) {
  const { units } = useNursery().nursery.settings;
  return (
    <span className="w-28">
      <QuantityInput
        aria-label={say('waterAdded')}
        quantity="volume_mL"
        units={units}
        value={answer.water_mL}
        onChange={(water_mL) => set({ water_mL: water_mL ?? 0 })}
      />
    </span>
  );
}

function Lifted({ view, answer, set }: Answering) {
  const most = mostFor('potted', view.projection.state.counts);
  return <Stepper label={say('lifted')} value={answer.count} most={most} onChange={(count) => set({ count })} />;
}

/** What becomes of the seed that has not come. */
function TheRest({ view, answer, set }: Answering) {
  if (mostFor('heldOver', view.projection.state.counts) === 0) return null;
  return <Choice label={say('thoseNotGerminated')} options={REST} value={answer.rest} onChange={(rest) => set({ rest })} />;
}

/** Seedlings that were lost by then, or that come off. */
function LostInPots({ view, task: { tending }, answer, set }: Answering) {
  const { counts } = view.projection.state;
  if (tending !== 'water' && tending !== 'thin' && tending !== 'prickOut' && tending !== 'potOn') return null;
  const most = countIn(counts, ['potted', 'established']);
  const count = { value: answer.lost, most, onChange: (lost: number) => set({ lost }) };
  return tending === 'thin' ? (
    <Stepper label={say('comeOff')} {...count} />
  ) : (
    <Tally label={say('lost')} none={say('noneLost')} {...count} />
  );
}

/** Another day for something that can wait. */
function PutOff({ view: { batch }, task: { tending } }: Answering) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  if (tending === undefined || tending === 'water') return null;
  return (
    <>
      <button
        type="button"
        className="quiet text-[0.95rem]"
        onClick={() => record(batch, recordTendingMoved(tending, addDays(today, PUT_OFF_DAYS), today, newId))}
      >
        {say('inSomeDays', { days: PUT_OFF_DAYS })}
      </button>
      <Problem>{problem}</Problem>
    </>
  );
}
/** What can wait is put off by so many days with one tap; any other day is given on the station. */
const PUT_OFF_DAYS = 3;

/** Waiting on instead, with what may still come of it. */
function WaitOn({ view: { batch, projection } }: Answering) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  const wait = projection.sprouting && waitOn(projection.sprouting, today);
  if (!wait || batch.purpose === 'test') return null;
  const { days, low, high } = wait;
  return (
    <>
      <button type="button" className="quiet text-[0.95rem]" onClick={() => record(batch, recordWait(days, today, newId))}>
        {say('waitOn', { count: days, more: low === high ? String(low) : `${low}–${high}` })}
      </button>
      <Problem>{problem}</Problem>
    </>
  );
}

/** A count that is usually none: one word until it is not, then a figure to tap up or type. */
function Tally({
  none,
  ...stepper
}: {
  label: string;
  none: string | undefined;
  value: number;
  most: number;
  onChange: (value: number) => void;
}) {
  // While it is being typed it stays, though it may pass through nothing on the way.
  const [typing, setTyping] = useState(false);
  if (none === undefined || stepper.value > 0 || typing)
    return (
      // biome-ignore lint/a11y/noStaticElementInteractions: it only notices whether the focus is within.
      <div onFocus={() => setTyping(true)} onBlur={({ currentTarget, relatedTarget }) => setTyping(currentTarget.contains(relatedTarget))}>
        <Stepper {...stepper} />
      </div>
    );
  return (
    <button
      type="button"
      className="min-h-12 border-b-[1.5px] border-ink3 px-1.5 text-[0.95rem] whitespace-nowrap text-ink2 disabled:opacity-60 desk:px-0.5 desk:min-h-10"
      disabled={stepper.most === 0}
      onClick={() => stepper.onChange(1)}
      aria-label={say('tapCount', { none, label: stepper.label })}
    >
      {none}
    </button>
  );
}

/** In the demo: what the simulated seeds show, taken over with one tap. */
function SightNote({ sight, inPots, damp, show }: { sight: Sight; inPots: boolean; damp: boolean; show: (part: Partial<Answer>) => void }) {
  const seen = [
    ...(damp ? [{ dry: 'dry', right: 'damp', wet: 'wet' }[sight.damp]] : []),
    ...(sight.up > 0 ? [say('germinatedCount', { up: sight.up })] : []),
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
