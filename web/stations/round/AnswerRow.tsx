import { isStage, STAGES, staysAtBench } from '@chill/core/kinds/stages.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { COUNT_FIRST, wantsCount } from '@chill/core/mix/swelling.ts';
import { type Answer, recordAnswer, usualAnswer } from '@chill/core/schedule/answer.ts';
import { topUpFor } from '@chill/core/schedule/followUps.ts';
import type { Task } from '@chill/core/schedule/task.ts';
import { cautionAt, MOULD_CAUTION } from '@chill/core/schedule/words.ts';
import type { StageKind } from '@chill/model/stage.ts';
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
  { value: 'dry', text: 'dry' },
  { value: 'right', text: 'damp' },
  { value: 'wet', text: 'wet' },
] as const;
const MOULD = [
  { value: 'few', text: 'a few' },
  { value: 'spreading', text: 'spreading' },
] as const;
const REST = [
  { value: 'heldOver', text: 'hold over' },
  { value: 'lost', text: 'compost' },
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
          ? MOULD_CAUTION
          : undefined;

  return (
    <div className="flex max-w-[27rem] flex-wrap items-center gap-x-2.5 gap-y-2 desk:justify-end">
      {task.kind === 'look' && (
        <>
          {damp && <Choice label="How damp" options={DAMP} value={answer.damp ?? 'right'} onChange={(how) => set({ damp: how })} />}
          {(sprouts || damp) && (
            <Tally
              label={sprouts ? 'up' : 'roots'}
              none={sprouts ? undefined : 'no roots'}
              value={answer.up}
              most={mostFor('up', state.counts)}
              onChange={(up) => set({ up })}
            />
          )}
          {inPots ? (
            <Tally
              label="lost"
              none="none lost"
              value={answer.lost}
              most={mostFor('lost', state.counts)}
              onChange={(lost) => set({ lost })}
            />
          ) : (
            <Tally
              label="mould"
              none="no mould"
              value={answer.mouldy}
              most={mostFor('mouldy', state.counts)}
              onChange={(mouldy) => set({ mouldy })}
            />
          )}
          {answer.mouldy > 0 && !inPots && (
            <Choice
              label="How far the mould goes"
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
            aria-label="water added"
            quantity="volume_mL"
            units={nursery.nursery.settings.units}
            value={answer.water_mL}
            onChange={(water_mL) => set({ water_mL: water_mL ?? 0 })}
          />
        </span>
      )}
      {(task.kind === 'lift' || task.kind === 'setOut') && (
        <Stepper
          label={task.kind === 'lift' ? 'lifted' : 'plants'}
          value={answer.count}
          most={mostFor(task.kind === 'lift' ? 'potted' : 'setOut', state.counts)}
          onChange={(count) => set({ count })}
        />
      )}
      {task.kind === 'finish' && mostFor('heldOver', state.counts) > 0 && (
        <Choice label="Those not up" options={REST} value={answer.rest} onChange={(rest) => set({ rest })} />
      )}
      {task.kind === 'move' && stage && wantsCount(view.species, state, stage.kind) && (
        <p className="w-0 min-w-full text-[0.9rem] font-semibold desk:text-right">{COUNT_FIRST}</p>
      )}
      {place && <span className="text-[0.95rem] text-ink2">to {place.name}</span>}
      <button
        type="button"
        className="action max-desk:basis-full"
        style={{ '--action': 'var(--zone)' } as React.CSSProperties}
        onClick={save}
      >
        {actionWord(task, changed)}
      </button>
      {(task.kind === 'begin' || task.kind === 'move' || task.kind === 'turn') && hasStep(stage?.kind, task.kind) && (
        <Link to={`/treat/${batch.code}`} className="quiet text-[0.95rem]" aria-label={`${batch.code} at the bench`}>
          at the bench
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
      aria-label={`${none}; tap to count ${stepper.label}`}
    >
      {none}
    </button>
  );
}

/** In the demo: what the simulated seeds show, taken over with one tap. */
function SightNote({ sight, inPots, damp, show }: { sight: Sight; inPots: boolean; damp: boolean; show: (part: Partial<Answer>) => void }) {
  const seen = [
    ...(damp ? [{ dry: 'dry', right: 'damp', wet: 'wet' }[sight.damp]] : []),
    ...(sight.up > 0 ? [`${sight.up} up`] : []),
    ...(inPots ? (sight.lost > 0 ? [`${sight.lost} dead`] : []) : sight.mouldy > 0 ? [`${sight.mouldy} mouldy`] : []),
  ];
  if (seen.join() === 'damp' || seen.length === 0) return null;
  return (
    <button
      type="button"
      className="quiet basis-full text-left text-[0.9rem] desk:justify-end"
      onClick={() => show({ damp: sight.damp, up: sight.up, mouldy: inPots ? 0 : sight.mouldy, lost: inPots ? sight.lost : 0 })}
    >
      the simulated seeds show: {seen.join(', ')}
    </button>
  );
}

function actionWord(task: Task, changed: boolean): string {
  switch (task.kind) {
    case 'look':
      return changed ? 'log' : 'as usual';
    case 'begin':
      return 'begun';
    case 'move':
      return 'moved';
    case 'lift':
      return 'potted';
    case 'turn':
      return 'turned';
    case 'freshWater':
      return 'given';
    case 'water':
      return 'added';
    case 'refresh':
      return 'done';
    case 'finish':
      return 'finish';
    case 'setOut':
      return 'set out';
  }
}
