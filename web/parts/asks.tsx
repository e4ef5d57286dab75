import { addDays } from '@chill/core/calendar/dates.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { isStage } from '@chill/core/kinds/stages.ts';
import type { ProjectedStage } from '@chill/core/ledger/projectedStage.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { mostFor } from '@chill/core/ledger/verbs.ts';
import { countFirst, wantsCount } from '@chill/core/mix/swelling.ts';
import { recordTendingMoved, recordWait } from '@chill/core/record/record.ts';
import { waitOn } from '@chill/core/record/waitOn.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { span } from '@chill/core/units/span.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { say } from '@chill/words/round.ts';
import { options } from '@chill/words/tables.ts';
import { useState } from 'react';
import { newId } from '../browser/newId.ts';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { useRecord } from '../data/useRecord.ts';
import { Choice } from '../kit/fields/Choice.tsx';
import { QuantityInput } from '../kit/fields/QuantityInput.tsx';
import { Stepper } from '../kit/fields/Stepper.tsx';
import { Problem } from '../kit/told/Problem.tsx';
import type { Answering } from './useAnswer.ts';

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

/** The stage that an answer begins; none where it begins none. */
export function begunBy({ kind, stage }: Task, { projection }: BatchView): ProjectedStage | undefined {
  return projection.stages[kind === 'begin' ? stage : stage + 1];
}

export function growsIn(kind: StageKind | undefined): boolean {
  return isStage(kind, ({ course }) => course === 'grows');
}

/** Where it goes: named, and to be chosen where there is more than one place for it. */
export function Where({ view, task, answer, set }: Answering) {
  const { places } = useNursery();
  const begun = begunBy(task, view);
  const fit = begun ? placesFor(begun.kind, places) : [];
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

/** What a check found: how damp, roots or sprouts, mould, or what was lost in the pots. */
export function Seen({ view: { projection }, task: { check, stage }, answer, set }: Answering) {
  const { counts } = projection.state;
  const inPots = growsIn(projection.stages[stage]?.kind);
  const [sprouts, damp] = [check === 'sprouts', check === 'damp'];
  return (
    <>
      {damp && <Choice label={say('howDamp')} options={DAMP} value={answer.damp ?? 'right'} onChange={(how) => set({ damp: how })} />}
      {(sprouts || damp) && (
        <Tally
          label={sprouts ? say(projection.stages[stage]?.sown ? 'up' : 'germinated') : say('roots')}
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
export function CountFirst({ view: { species, projection }, task: { stage } }: Answering) {
  const kind = projection.stages[stage]?.kind;
  if (!kind || !wantsCount(species, projection.state, kind)) return null;
  return <p className="w-0 min-w-full text-[0.9rem] font-semibold desk:text-right">{countFirst()}</p>;
}

export function WaterAdded({ answer, set }: Answering) {
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

export function Lifted({ view, answer, set }: Answering) {
  const most = mostFor('potted', view.projection.state.counts);
  return <Stepper label={say('lifted')} value={answer.count} most={most} onChange={(count) => set({ count })} />;
}

/** Seedlings that were lost by then, or that come off. */
export function LostInPots({ view, task: { tending }, answer, set }: Answering) {
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
export function PutOff({ view: { batch }, task: { tending } }: Answering) {
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

/** What becomes of the seed that has not come. */
export function TheRest({ view, answer, set }: Answering) {
  if (mostFor('heldOver', view.projection.state.counts) === 0) return null;
  return <Choice label={say('thoseNotGerminated')} options={REST} value={answer.rest} onChange={(rest) => set({ rest })} />;
}

/** Waiting on instead, with what may still come of it. */
export function WaitOn({ view: { batch, projection } }: Answering) {
  const { today } = useNursery();
  const { record, problem } = useRecord();
  const wait = projection.sprouting && waitOn(projection.sprouting, today);
  if (!wait || batch.purpose === 'test') return null;
  const { days, low, high } = wait;
  return (
    <>
      <button type="button" className="quiet text-[0.95rem]" onClick={() => record(batch, recordWait(days, today, newId))}>
        {say('waitOn', { count: days, more: span({ low, high }) })}
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
