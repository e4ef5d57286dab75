import { shortDate } from '@chill/core/calendar/dates.ts';
import { stagesTold } from '@chill/core/forecast/project.ts';
import { mediumOf, STAGES } from '@chill/core/kinds/stages.ts';
import { likelyCodes, parseBagCode } from '@chill/core/ledger/bagCode.ts';
import { decidedNext } from '@chill/core/ledger/planInForce.ts';
import { countIn, isBegun } from '@chill/core/ledger/states.ts';
import { unitsFor } from '@chill/core/mix/laying.ts';
import { topUpFor } from '@chill/core/tasks/followUps.ts';
import { dueBy, type Task, taskKey } from '@chill/core/tasks/task.ts';
import { whyExpected, whyTopUp, whyTreatment } from '@chill/core/tell/explain.ts';
import type { Sight } from '@chill/model/sight.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/batch.ts';
import { Rich } from '@chill/words/rich.tsx';
import { spoken } from '@chill/words/subject.ts';
import type { CSSProperties } from 'react';
import { Link, useParams } from 'react-router';
import { type BatchView, situationOf, useBatchByCode, useNursery } from '../../data/nursery.ts';
import { useSights } from '../../data/sights.ts';
import { stageZone, ZONE_COLOUR } from '../../kit/drawn/zones.ts';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { StageName } from '../../kit/told/named.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { WhyNote } from '../../kit/told/WhyNote.tsx';
import { AnswerControls } from '../../parts/AnswerRow.tsx';
import { Account } from '../../parts/BatchGlance.tsx';
import { LedgerBar } from '../../parts/LedgerBar.tsx';
import { Lineage } from '../../parts/Lineage.tsx';
import { enlargement, SeedDrawing } from '../../parts/SeedDrawing.tsx';
import { SproutChart } from '../../parts/SproutChart.tsx';
import { Thread } from '../../parts/Thread.tsx';
import { WaitOrStop } from '../../parts/WaitOrStop.tsx';
import { WhatCame } from '../../parts/WhatCame.tsx';
import { AfterAll } from './AfterAll.tsx';
import { CarryTo } from './CarryTo.tsx';
import { ChillAccount } from './ChillAccount.tsx';
import { GoneBag } from './GoneBag.tsx';
import { History } from './History.tsx';
import { OtherCounts } from './OtherCounts.tsx';
import { TakeOutDay } from './TakeOutDay.tsx';
import { Withdraw } from './Withdraw.tsx';

/** Tasks that are shown before the rest is folded. */
const NEXT_TASKS = 3;

/** One batch: its thread, what to do next and why, every seed accounted for, and everything that happened. */
export default function BatchPage() {
  const { code } = useParams();
  const { view, looking } = useBatchByCode(code);
  const { today, rot } = useNursery();
  const sights = useSights();
  if (!view && looking) return <Waiting />;
  if (!view) return <NoSuchBatch code={code ?? ''} />;
  const { batch, species, lot, projection } = view;
  const { state, sprouting, treatment, stages } = projection;
  const stage = stages[Math.min(state.stage, stages.length - 1)];
  const zone = stage ? stageZone(stage) : 'cool';
  // Whatever is due is shown; of what is ahead, up to the next three.
  const shown = Math.max(NEXT_TASKS, dueBy(view, today).length);
  const [soon, ahead] = [view.tasks.slice(0, shown), view.tasks.slice(shown)];
  const lastDue = ahead.at(-1)?.due ?? today;
  return (
    <div className="px-4 pt-5 desk:px-10" style={{ '--zone': ZONE_COLOUR[zone] } as CSSProperties}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-8">
        <h1 className="flex flex-wrap items-baseline gap-x-4" data-title={`${batch.code} ${species.common[0]}`}>
          <Tag code={batch.code} large /> {species.common[0]}
        </h1>
        <Link to={`/batch/${batch.code}/label`} className="quiet">
          {say('printLabel')}
        </Link>
      </div>
      <ItsPlan view={view} />
      {/* What was recorded takes the room under the drawing, so that both columns end together; on a phone it comes last. */}
      <div className="mt-4 gap-x-12 desk:grid desk:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] desk:grid-rows-[auto_1fr]">
        <div>
          <Thread view={view} today={today} height={250} />
          <Stages view={view} />
          <ChillAccount view={view} />
          <Sprouting view={view} />
          <WhatCame view={view} />
        </div>
        <div className="desk:row-span-2 max-desk:mt-8">
          <section>
            <h2>{state.closedOn ? say('closedTitle') : say('nextTitle')}</h2>
            <Account view={view} />
            {treatment && treatment.stage === state.stage && !state.closedOn && treatment.treatment && <TakeOutDay view={view} />}
            {stage && STAGES[stage.kind].earns === 'winter' && !state.closedOn && (
              <Link to={`/cold/winter?${new URLSearchParams({ lot: lot.id, out: stage.start })}`} className="quiet">
                {say('enoughWinterLeft')}
              </Link>
            )}
            {treatment?.treatment && treatment.stage === state.stage && (
              <WhyNote
                why={whyTreatment(
                  say('takeOut', { takeOutOn: shortDate(treatment.takeOutOn, today) }),
                  treatment.treatment,
                  treatment.takeOut,
                  {
                    learned: rot[treatment.treatment.rot.medium],
                    planned: batch.plan.figures,
                    forecast: treatment,
                  },
                )}
                ask={say('whyThen')}
              />
            )}
            {sprouting && state.stage === sprouting.stage && (
              <WhyNote why={whyExpected(sprouting, batch.plan.figures)} ask={say('whySoMany')} />
            )}
            <Tasks view={view} tasks={soon} sight={sights[batch.id]} />
            {ahead.length > 0 && (
              <details className="border-t border-line">
                <summary className="quiet cursor-pointer list-none">
                  {say('tasksAhead', { count: ahead.length, last: shortDate(lastDue, today) })}
                </summary>
                <Tasks view={view} tasks={ahead} sight={sights[batch.id]} />
              </details>
            )}
          </section>
          <section className="mt-6">
            <h2>{say('everySeedCounted')}</h2>
            <Lineage view={view} />
            <div className="mt-2">
              <LedgerBar counts={state.counts} seeds={batch.plan.seeds} />
            </div>
            {!state.closedOn && <OtherCounts view={view} />}
            {state.underWay && !state.closedOn && <CarryTo view={view} />}
            {!state.closedOn && (isBegun(state) || batch.from ? <GoneBag view={view} /> : <Withdraw view={view} />)}
            <AfterAll view={view} />
          </section>
          <ItsSeed species={species} />
          {species.hazards.map((hazard) => (
            <p key={hazard.note} className="mt-4 border-l-4 border-alarm pl-3 text-[0.95rem]">
              {hazard.note}
            </p>
          ))}
        </div>
        <History view={view} />
      </div>
    </div>
  );
}

/** A code that no batch has: what is wrong with it, and which ones come near. */
function NoSuchBatch({ code }: { code: string }) {
  const { batches } = useNursery();
  const parsed = parseBagCode(code);
  const likely = likelyCodes(
    code,
    batches.map(({ batch }) => batch.code),
  );
  return (
    <NotThere title={say('noBatchHasCode', { code })} to="/" back={say('openRound')}>
      {!parsed.ok && <p className="mt-3 text-lg">{spoken(parsed.reason)}</p>}
      {likely.length > 0 && (
        <p className="mt-3 flex flex-wrap items-baseline gap-x-5 text-lg">
          {say('didYouMean')}
          {likely.map((one) => (
            <Link key={one} to={`/batch/${one}`} className="underline underline-offset-4">
              <Tag code={one} /> {batches.find(({ batch }) => batch.code === one)?.species.common[0]}
            </Link>
          ))}
        </p>
      )}
    </NotThere>
  );
}

/** What it is, which lot it is of, and what was planned. */
function ItsPlan({ view: { batch, species, lot } }: { view: BatchView }) {
  return (
    <p className="text-ink2">
      <Rich
        say={say}
        of="lineWithLot"
        facts={{
          scientific: species.scientific,
          code: lot.code,
          method: batch.plan.method.name.toLowerCase(),
          expected:
            batch.purpose === 'test'
              ? say('testWouldShow', { seeds: batch.plan.seeds, low: batch.plan.expects.low, high: batch.plan.expects.high })
              : say('plannedPlants', { low: batch.plan.expects.low, high: batch.plan.expects.high }),
        }}
        parts={{ i: <i />, to: <Link to={`/seeds/${lot.id}`} className="underline underline-offset-4" /> }}
      />
      {batch.trial && (
        <>
          {' '}
          ·{' '}
          <Link to={`/trial/${batch.trial.id}`} className="underline underline-offset-4">
            {say('trial', { arm: batch.trial.control ? say('control') : say('arm', { arm: batch.trial.arm }) })}
          </Link>
        </>
      )}
    </p>
  );
}

/** Whether to wait on while it sprouts; how it sprouted afterwards. */
function Sprouting({ view }: { view: BatchView }) {
  const { state, sprouting } = view.projection;
  if (sprouting?.stage === state.stage || decidedNext(state))
    return (
      <div className="mt-6">
        <WaitOrStop view={view} named={false} />
      </div>
    );
  if (!sprouting) return null;
  return (
    <section className="mt-6">
      <h2>{say('sprouting')}</h2>
      <SproutChart view={view} />
    </section>
  );
}

/** Its seed, drawn to scale. */
function ItsSeed({ species }: { species: Species }) {
  return (
    <section className="mt-6 flex items-end gap-4">
      <SeedDrawing seed={species.seed} room={150} />
      <p className="text-[0.92rem] text-ink2">
        {say('sizeAndScale', {
          length: species.seed.length_mm,
          width: species.seed.width_mm,
          enlargement: enlargement(species.seed, 138),
        })}
        <br />
        <Link to={`/handbook/${species.id}`} className="underline underline-offset-4">
          {say('whyDormant')}
        </Link>
      </p>
    </section>
  );
}

/** What is to be done, in order of its days. */
function Tasks({ view, tasks, sight }: { view: BatchView; tasks: readonly Task[]; sight: Sight | undefined }) {
  const { today } = useNursery();
  return (
    <ul className="mt-2">
      {tasks.map((task) => (
        <li key={taskKey(task)} className="border-t border-line py-3">
          <p>
            <b>{spoken(task.title)}</b>{' '}
            <span className="text-ink2">
              {task.due <= today
                ? task.overdue_days > 0
                  ? say('wasDue', { due: shortDate(task.due, today) })
                  : say('today')
                : shortDate(task.due, today)}
            </span>
          </p>
          <p className="text-[0.95rem] text-ink2">{spoken(task.hint)}</p>
          {task.lateness && (
            <p className={`text-[0.95rem] ${task.pressing ? 'font-semibold text-alarm' : 'text-ink2'}`}>{spoken(task.lateness)}</p>
          )}
          {task.kind === 'water' && <WhyWater view={view} stage={task.stage} />}
          <TaskControls view={view} task={task} sight={sight} early={task.due > today} />
        </li>
      ))}
    </ul>
  );
}

/** Why the dry bag is given so much. */
function WhyWater({ view, stage }: { view: BatchView; stage: number }) {
  const nursery = useNursery();
  const { batch, projection, species, lot } = view;
  const medium = mediumOf(batch.plan.method.stages[stage] as Stage);
  const seeds = countIn(projection.state.counts, ['waiting', 'swollen']);
  const water = topUpFor({ batch, projection, situation: situationOf(nursery, species, lot), index: stage });
  return <WhyNote why={whyTopUp(water, unitsFor(seeds, medium, species.seed), medium)} ask={say('whySoMuch')} />;
}

/** The controls of a task; of one that is not due yet, folded, since it can be done early. */
function TaskControls({ view, task, sight, early }: { view: BatchView; task: Task; sight: Sight | undefined; early: boolean }) {
  const controls = (
    <div className="mt-2 [&_p]:desk:text-left [&>div]:desk:justify-start">
      <AnswerControls view={view} task={task} sight={sight} />
    </div>
  );
  if (!early) return controls;
  return (
    <details>
      <summary className="quiet cursor-pointer list-none">{say('doEarly')}</summary>
      {controls}
    </details>
  );
}

function Stages({ view }: { view: BatchView }) {
  const { today } = useNursery();
  return (
    <ol className="mt-2 flex flex-wrap gap-x-6 gap-y-1 text-[0.95rem]">
      {stagesTold(view.projection).map((stage) => (
        <li key={`${stage.kind}${stage.start}`} className={stage.finished ? 'text-ink2' : ''}>
          <span
            className="mr-1.5 inline-block size-2.5 rounded-full align-baseline"
            style={{ background: ZONE_COLOUR[stageZone(stage)] }}
          />
          <b className="font-[560]">
            <StageName kind={stage.kind} />
          </b>{' '}
          {shortDate(stage.start, today)}
          {stage.end !== stage.start && ` ${say('to', { end: shortDate(stage.end, today) })}`}
          {!stage.started && <span className="text-ink2"> {say('planned')}</span>}
        </li>
      ))}
    </ol>
  );
}
