import { addDays, daysBetween, shortDate, spell } from '@chill/core/calendar/dates.ts';
import { stretch } from '@chill/core/chill/lossWords.ts';
import { type GrowingStep, ROOTING_DAYS } from '@chill/core/pots/bringingOn.ts';
import { enoughFor } from '@chill/core/pots/enough.ts';
import { livingByDay } from '@chill/core/pots/living.ts';
import { comesOff, goesInto, stepName, stepSaid } from '@chill/core/pots/steps.ts';
import { recordTendingMoved } from '@chill/core/record/record.ts';
import { type BroughtOn, broughtOn } from '@chill/core/tasks/growTasks.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { span } from '@chill/core/units/span.ts';
import type { DatedTending } from '@chill/model/event.ts';
import type { Units } from '@chill/model/nursery.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/pots.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { type BatchView, situationOf, useNursery } from '../../data/nursery.ts';
import { usePromises } from '../../data/promises.ts';
import { useRecord } from '../../data/useRecord.ts';
import { DateInput } from '../../kit/fields/DateInput.tsx';
import { Field } from '../../kit/fields/Field.tsx';
import { Plot } from '../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, roundTicks } from '../../kit/plot/plot.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { AnswerControls } from '../../parts/AnswerRow.tsx';
import { UndoButton } from '../../parts/UndoButton.tsx';
import { PromiseLine } from './PromiseLine.tsx';
import { StillToStart } from './StillToStart.tsx';

/** One batch in its pots: how many live and will, whether that is enough, and the days of bringing it on. */
export function GrowingOn({ view }: { view: BatchView }) {
  const nursery = useNursery();
  const { today } = nursery;
  const { batch, species, lot, projection } = view;
  const situation = situationOf(nursery, species, lot);
  const out = projection.plantOut;
  const grown = broughtOn(batch, projection, situation);
  return (
    <section aria-label={say('bringingOn')}>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <Link to={`/batch/${batch.code}`} className="underline-offset-4 hover:underline">
          <Tag code={batch.code} large />
        </Link>
        <span className="text-[1.2rem] font-semibold">{species.common[0]}</span>
        {grown && <span className="text-ink2 italic">{say('pottedOn', { on: shortDate(grown.potted, today) })}</span>}
      </p>
      <Enough view={view} />
      <Survival view={view} out={out} />
      {grown ? <Steps view={view} grown={grown} /> : <p className="mt-3 text-ink2">{say('nothingUpYet')}</p>}
    </section>
  );
}

/** Whether what is expected covers what was promised, or where nothing was, the wish; and where it may not, what can still be started in time. */
function Enough({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { standings } = usePromises();
  const { batch, projection, species, lot } = view;
  const { promised, plantOut: out } = projection;
  const standing = standings.find(({ speciesId }) => speciesId === species.id);
  if (!promised) return null;
  const wanted = batch.plan.wish.plants;
  const { stands, shortBy } = enoughFor(wanted, promised.now);
  const missing = span({ low: shortBy.low || shortBy.high, high: shortBy.high });
  return (
    <>
      <p className="mt-3 text-[1.06rem]">
        <Rich
          say={say}
          of="expectedOn"
          facts={{ range: span(promised.now), on: shortDate(out, today), wanted }}
          parts={{ b: <b className="font-mono text-lg" /> }}
        />{' '}
        {!standing && (
          <b>{stands === 'covered' ? say('covered') : stands === 'short' ? say('shortBy', { missing }) : say('mayBeShort', { missing })}</b>
        )}
      </p>
      {standing ? (
        <ul className="mt-2" aria-label={say('promises')}>
          {standing.promises.map((one) => (
            <PromiseLine key={one.promise.id} standing={one} />
          ))}
        </ul>
      ) : (
        stands !== 'covered' && <StillToStart species={species} lot={lot} missing={shortBy.high} out={out} />
      )}
    </>
  );
}

/** The living as they were counted, and the range in which they will be on the day they go out. */
function Survival({ view, out }: { view: BatchView; out: string }) {
  const { today } = useNursery();
  const { batch, projection } = view;
  const data = useMemo((): PlotData | undefined => {
    const days = livingByDay(batch);
    const [first, last] = [days[0], days.at(-1)];
    if (!first || !last || !projection.promised) return undefined;
    const { low, high } = projection.promised.now;
    const at = (on: string) => daysBetween(first.on, on);
    const end = Math.max(at(out), at(today) + 1);
    const top = Math.max(...days.map(({ living }) => living), high, batch.plan.wish.plants) * 1.1;
    const tell = (day: number) => shortDate(addDays(first.on, day), today);
    return {
      x: { from: 0, to: end, ticks: dayTicks(first.on, 0, end), tell },
      y: { from: 0, to: top, ticks: roundTicks(0, top), tell: (count) => String(Math.round(count)) },
      bands: [
        {
          name: say('expectedRange'),
          points: [
            [at(today), last.living, last.living],
            [end, low, high],
          ],
          colour: 'cool',
          opacity: 0.2,
        },
      ],
      lines: [
        {
          name: say('livingLine'),
          points: [...days.map(({ on, living }) => [at(on), living] as const), [at(today), last.living]],
          colour: 'ink',
          width: 2.6,
          step: true,
          dots: true,
        },
        {
          name: say('wantedLine'),
          points: [
            [0, batch.plan.wish.plants],
            [end, batch.plan.wish.plants],
          ],
          colour: 'cool',
          width: 1.5,
          dash: [6, 5],
        },
      ],
    };
  }, [batch, projection, out, today]);
  if (!data) return null;
  return (
    <figure className="mt-3">
      <Plot label={say('survivalOf', { code: batch.code })} data={data} height={170} />
    </figure>
  );
}

/** The steps with their days, the reason of each, and what lateness costs; each can be done, and moved. */
function Steps({ view, grown: { steps, temperature_C } }: { view: BatchView; grown: BroughtOn }) {
  const { today } = useNursery();
  const next = steps.find(({ kind, to, doneOn }) => !doneOn && (kind !== 'up' || to >= today));
  return (
    <>
      <h2 className="mt-4">{say('bringingOn')}</h2>
      <ol className="mt-1">
        {steps.map((step) => (
          <Step key={step.kind} view={view} step={step} next={step === next} />
        ))}
      </ol>
      <p className="mt-2 max-w-prose text-[0.95rem] text-ink2">{say('stepsAssumed', { celsius: Math.round(temperature_C) })}</p>
    </>
  );
}

/** One step: its days, why then, what it costs to be late, and where it is not done yet, the word for it and another day. */
function Step({ view, step, next }: { view: BatchView; step: BroughtOn['steps'][number]; next: boolean }) {
  const { batch, projection, tasks } = view;
  const { nursery, today } = useNursery();
  const { record, problem } = useRecord();
  const [moving, setMoving] = useState(false);
  const { kind, from, to, doneOn } = step;
  const { name, why, late } = stepSaid(kind);
  const task = tasks.find(({ tending }) => tending === kind);
  const chosen = batch.events.findLast(
    (event) => event.kind === 'tendingMoved' && event.tending === kind && projection.state.inForce.has(event.id),
  );
  const past = doneOn !== undefined || (kind === 'up' && to < today);
  const movable = !doneOn && !moving && kind !== 'up' && (task || kind === 'plantOut');
  return (
    <li className={`border-t border-line py-2 ${next ? 'border-l-4 border-l-cool pl-2' : ''} ${past ? 'text-ink2' : ''}`}>
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <b className="font-[560]">{spoken(name)}</b>
        <span className="flex items-baseline gap-x-4">
          <span className="font-mono whitespace-nowrap">
            {doneOn ? say('stepDone', { on: shortDate(doneOn, today) }) : stretch(from, to, today)}
          </span>
          {movable && (
            <button
              type="button"
              className="quiet text-[0.95rem]"
              aria-label={say('moveStepOf', { step: spoken(name) })}
              onClick={() => setMoving(true)}
            >
              {say('moveStep')}
            </button>
          )}
          {!doneOn && chosen && <UndoButton view={view} events={[chosen]} />}
        </span>
      </p>
      {!doneOn && (
        <p className="text-[0.95rem] text-ink2">
          {[spoken(why), figureOf(step, nursery.settings.units), late && spoken(late)].filter(Boolean).join(' ')}
        </p>
      )}
      {moving && kind !== 'up' && (
        <MoveStep
          kind={kind}
          from={from}
          close={() => setMoving(false)}
          move={(day) => record(batch, recordTendingMoved(kind, day, today, newId))}
        />
      )}
      <Problem>{problem}</Problem>
      {task && from <= today && (
        <div className="desk:flex desk:justify-end">
          <AnswerControls view={view} task={task} />
        </div>
      )}
    </li>
  );
}

/** Another day for a step, typed as people type days. */
function MoveStep({
  kind,
  from,
  move,
  close,
}: {
  kind: DatedTending;
  from: PlainDate;
  move: (day: PlainDate) => boolean;
  close: () => void;
}) {
  const { today } = useNursery();
  const [day, setDay] = useState(from);
  const [asked, ask] = useState(false);
  return (
    <form
      className="flex flex-wrap items-end gap-x-3"
      onSubmit={(event) => {
        event.preventDefault();
        ask(true);
        if (day && move(day)) close();
      }}
    >
      <Field label={say('newDay')} error={asked && !day ? say('giveDay') : undefined}>
        <DateInput value={day} onChange={setDay} today={today} ahead className="written w-36" />
      </Field>
      <button type="submit" className="action" aria-label={say('moveStepOf', { step: stepName(kind) })}>
        {say('moveStep')}
      </button>
      <button type="button" className="quiet" onClick={close}>
        {say('cancel')}
      </button>
    </form>
  );
}

/** What the labels of most feeds say for a litre, mL, and the part of it that seedlings get. Assumptions, shown as an example. */
const LABEL_DOSE_ML = 5;
const FEED_PART = 0.25;

function figureOf({ kind, hours, risk, season_days, off, into }: GrowingStep, units: Units): string {
  if (kind === 'feed') {
    const show = (mL: number) => showQuantity(mL, 'volume_mL', units);
    return say('feedDose', { label: show(LABEL_DOSE_ML), dose: show(LABEL_DOSE_ML * FEED_PART) });
  }
  if (hours !== undefined) return say('hoursOfLight', { hours });
  if (off !== undefined) return spoken(comesOff(off));
  if (into !== undefined) return spoken(goesInto(into));
  if (season_days !== undefined && risk !== undefined)
    return season_days < ROOTING_DAYS
      ? say('seasonTooShort', { season: spell(season_days), needed: spell(ROOTING_DAYS) })
      : say('frostAndSeason', { risk: percent(risk), season: spell(season_days) });
  return kind === 'hardenOff' && risk !== undefined ? say('frostFirstNight', { risk: percent(risk) }) : '';
}
