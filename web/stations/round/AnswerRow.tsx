import { isStage, STAGES, staysAtBench } from '@chill/core/kinds/stages.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { countFirst, wantsCount } from '@chill/core/mix/swelling.ts';
import { type Answer, recordAnswer, usualAnswer } from '@chill/core/schedule/answer.ts';
import { topUpFor } from '@chill/core/schedule/followUps.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import { cautionAt, mouldCaution } from '@chill/core/schedule/words.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/round.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../data/newId.ts';
import { type BatchView, settingOf, useNursery } from '../../data/nursery.ts';
import type { Sight } from '../../data/sights.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Choice } from '../../kit/Choice.tsx';
import { Problem } from '../../kit/Problem.tsx';
import { QuantityInput } from '../../kit/QuantityInput.tsx';
import { Stepper } from '../../kit/Stepper.tsx';

const DAMP = [
  {
    value: 'dry',
    get text() {
      return say('dry');
    },
  },
  {
    value: 'right',
    get text() {
      return say('damp');
    },
  },
  {
    value: 'wet',
    get text() {
      return say('wet');
    },
  },
] as const;
const MOULD = [
  {
    value: 'few',
    get text() {
      return say('few');
    },
  },
  {
    value: 'spreading',
    get text() {
      return say('spreading');
    },
  },
] as const;
const REST = [
  {
    value: 'heldOver',
    get text() {
      return say('keepAnotherSeason');
    },
  },
  {
    value: 'lost',
    get text() {
      return say('compost');
    },
  },
] as const;

/** The controls that answer one task: the usual answer in one tap, numbers where they are needed. */
export function AnswerControls({ view, task, sight }: { view: BatchView; task: Task; sight?: Sight | undefined }) {
  const nursery = useNursery();
  const { batch, projection } = view;
  const { state } = projection;
  const setting = settingOf(nursery, view.species, view.lot);
  const water = task.kind === 'water' ? topUpFor({ batch, projection, setting, index: task.stage }) : 0;
  const usual = usualAnswer(task, state, water);
  const [answer, setAnswer] = useState<Answer>(usual);
  const { record, problem } = useRecord();
  const set = (part: Partial<Answer>) => setAnswer({ ...answer, ...part });
  const changed = JSON.stringify(answer) !== JSON.stringify(usual);
  const stage = projection.stages[task.stage];
  const inPots = isStage(stage?.kind, ({ course }) => course === 'grows');
  const sprouts = task.check === 'sprouts';
  const damp = task.check === 'damp';

  const save = () => {
    const answered = recordAnswer(task, damp ? answer : { ...answer, damp: undefined }, batch, state, setting, newId);
    if (record(batch, answered)) setAnswer(usual);
  };
  const place = nursery.places.find((one) => one.id === task.toPlaceId);
  const caution =
    task.kind === 'begin' && stage
      ? cautionAt(stage.kind)
      : task.kind === 'move'
        ? cautionAt(projection.stages[task.stage + 1]?.kind ?? 'pot')
        : task.kind === 'refresh'
          ? mouldCaution()
          : undefined;

  return (
    <div className="flex max-w-[27rem] flex-wrap items-center gap-x-2.5 gap-y-2 desk:justify-end">
      {task.kind === 'look' && (
        <>
          {damp && <Choice label={say('howDamp')} options={DAMP} value={answer.damp ?? 'right'} onChange={(how) => set({ damp: how })} />}
          {(sprouts || damp) && (
            <Tally
              label={sprouts ? say('germinated') : say('roots')}
              none={sprouts ? undefined : say('noRoots')}
              value={answer.up}
              most={mostFor('up', state.counts)}
              onChange={(up) => set({ up })}
            />
          )}
          {inPots ? (
            <Tally
              label={say('lost')}
              none={say('noneLost')}
              value={answer.lost}
              most={mostFor('lost', state.counts)}
              onChange={(lost) => set({ lost })}
            />
          ) : (
            <Tally
              label={say('mould')}
              none={say('noMould')}
              value={answer.mouldy}
              most={mostFor('mouldy', state.counts)}
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
      )}
      {task.kind === 'water' && (
        <span className="w-28">
          <QuantityInput
            aria-label={say('waterAdded')}
            quantity="volume_mL"
            units={nursery.nursery.settings.units}
            value={answer.water_mL}
            onChange={(water_mL) => set({ water_mL: water_mL ?? 0 })}
          />
        </span>
      )}
      {(task.kind === 'lift' || task.kind === 'setOut') && (
        <Stepper
          label={task.kind === 'lift' ? say('lifted') : say('plants')}
          value={answer.count}
          most={mostFor(task.kind === 'lift' ? 'potted' : 'setOut', state.counts)}
          onChange={(count) => set({ count })}
        />
      )}
      {task.kind === 'finish' && mostFor('heldOver', state.counts) > 0 && (
        <Choice label={say('thoseNotGerminated')} options={REST} value={answer.rest} onChange={(rest) => set({ rest })} />
      )}
      {task.kind === 'move' && stage && wantsCount(view.species, state, stage.kind) && (
        <p className="w-0 min-w-full text-[0.9rem] font-semibold desk:text-right">{countFirst()}</p>
      )}
      {place && <span className="text-[0.95rem] text-ink2">{say('to', { name: place.name })}</span>}
      <button
        type="button"
        className="action max-desk:basis-full"
        style={{ '--action': 'var(--zone)' } as React.CSSProperties}
        onClick={save}
      >
        {actionWord(task, changed)}
      </button>
      {(task.kind === 'begin' || task.kind === 'move' || task.kind === 'turn') && hasStep(stage?.kind, task.kind) && (
        <Link to={`/treat/${batch.code}`} className="quiet text-[0.95rem]" aria-label={say('bench', { code: batch.code })}>
          {say('bench2')}
        </Link>
      )}
      {sight && task.kind === 'look' && <SightNote sight={sight} inPots={inPots} damp={damp} show={(part) => set(part)} />}
      {caution && <p className="w-0 min-w-full text-[0.9rem] text-ink2 desk:text-right">{caution}</p>}
      <Problem>{problem}</Problem>
    </div>
  );
}

/** Whether a task has a step of its own at the bench: dose, clock and judgement. */
function hasStep(kind: StageKind | undefined, task: Task['kind']): boolean {
  if (!kind) return false;
  return staysAtBench(kind) || (task === 'begin' && STAGES[kind].packed);
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
      className="min-h-12 border-b-[1.5px] border-ink3 px-1.5 text-[0.95rem] whitespace-nowrap text-ink2 disabled:opacity-60 desk:min-h-10"
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
    ...(sight.up > 0 ? [say('germinated2', { up: sight.up })] : []),
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
      className="quiet basis-full text-left text-[0.9rem] desk:justify-end"
      onClick={() => show({ damp: sight.damp, up: sight.up, mouldy: inPots ? 0 : sight.mouldy, lost: inPots ? sight.lost : 0 })}
    >
      {say('simulatedSeedsShow', { seen: seen.join(', ') })}
    </button>
  );
}

function actionWord(task: Task, changed: boolean): string {
  switch (task.kind) {
    case 'look':
      return changed ? say('record') : say('usual');
    case 'begin':
      return say('start');
    case 'move':
      return say('move');
    case 'lift':
      return say('pot');
    case 'turn':
      return say('turn');
    case 'freshWater':
    case 'water':
    case 'refresh':
      return say('record');
    case 'finish':
      return say('finish');
    case 'setOut':
      return say('plantOut');
  }
}
