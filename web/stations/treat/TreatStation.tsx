import { shortDate } from '@chill/core/calendar/dates.ts';
import { lengthOf, momentIn } from '@chill/core/calendar/moments.ts';
import { staysAtBench } from '@chill/core/kinds/stages.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { BenchOrder, OrderedStep } from '@chill/core/treat/session.ts';
import { oneAfterAnother } from '@chill/words/lists.ts';
import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/treat.ts';
import { scaleLinear } from 'd3-scale';
import type { CSSProperties } from 'react';
import { Link } from 'react-router';
import { nowMs } from '../../browser/now.ts';
import { atTheBench, benchOrder } from '../../data/bench.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { stationOf } from '../../data/stations.ts';
import { runningTimers } from '../../data/timers.ts';
import { stageZone, ZONE_COLOUR } from '../../kit/drawn/zones.ts';
import { Tag } from '../../kit/told/Tag.tsx';
import { TimerFace } from './TimerFace.tsx';

/** The bench: timers first, then everything that is due for treatment in the order that lets the waits run side by side. */
export default function TreatStation() {
  const nursery = useNursery();
  const here = atTheBench(nursery);
  const running = runningTimers(nursery.batches);
  const order = benchOrder(here, nursery.batches, nowMs());
  const resting = nursery.batches.filter((view) => stationOf(view) === 'treat' && !here.includes(view));
  const planned = nursery.batches.filter((view) => isAhead(view, nursery.today) && !here.includes(view) && !resting.includes(view));
  const first = order.steps[0];
  const begin = here.find(({ batch }) => batch.id === first?.batchId) ?? here[0];
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('onBench')}</h1>
      {here.length === 0 ? (
        <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">
          <Rich say={say} of="nothingToTreat" parts={{ to: <Link to="/plan" className="underline underline-offset-4" /> }} />
        </p>
      ) : (
        <>
          <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">
            {say('work', {
              batches: here.length,
              hands: lengthOf(order.hands_min * 60),
            })}
            {order.saved_min > 5 && here.length > 1 && ` ${say('orderSaves', { saved: lengthOf(order.saved_min * 60) })}`}
          </p>
          <div className="mt-4 items-start gap-12 desk:grid desk:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
            <div>
              {begin && (
                <Link to={`/treat/${begin.batch.code}`} className="action w-full text-xl min-h-16!">
                  {say('start', { step: first?.what ?? say('go'), code: begin.batch.code })}
                </Link>
              )}
              {running.length > 0 && (
                <ul aria-label={say('timers')} className="mt-4">
                  {running.map(({ view, timer }) => (
                    <li key={timer.id} className="border-t border-line py-2 first:border-0" style={zoneStyle(view)}>
                      <Link to={`/treat/${view.batch.code}`} className="flex items-baseline gap-3">
                        <Tag code={view.batch.code} /> {view.species.common[0]}
                      </Link>
                      <TimerFace view={view} timer={timer} />
                    </li>
                  ))}
                </ul>
              )}
            </div>
            <ol aria-label={say('order')} className="mt-4 desk:mt-0">
              {inOrder(here, order).map(({ view, steps }) => (
                <BenchLine key={view.batch.id} view={view} steps={steps} />
              ))}
            </ol>
          </div>
          <SessionDrawing here={here} order={order} />
        </>
      )}
      {planned.length > 0 && (
        <>
          <h2 className="mt-8">{say('plannedBench')}</h2>
          <ul>
            {planned.sort(byStart).map((view) => (
              <BenchLine key={view.batch.id} view={view} steps={[]} on={shortDate(startOf(view) as string, nursery.today)} />
            ))}
          </ul>
        </>
      )}
      {resting.length > 0 && (
        <>
          <h2 className="mt-8">{say('dryStorage')}</h2>
          <ul>
            {resting.map((view) => (
              <BenchLine key={view.batch.id} view={view} steps={[]} />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** When the stage that comes next begins. */
function startOf({ projection: { state, stages } }: BatchView): string | undefined {
  return stages[state.stage]?.start;
}

const byStart = (a: BatchView, b: BatchView) => ((startOf(a) ?? '') < (startOf(b) ?? '') ? -1 : 1);

/** Whether a batch will be at the bench on a later day. */
function isAhead(view: BatchView, today: string): boolean {
  const { state, stages } = view.projection;
  const kind = stages[state.stage]?.kind;
  return !state.closedOn && !state.underWay && kind !== undefined && staysAtBench(kind) && (startOf(view) ?? '') > today;
}

function zoneStyle(view: BatchView): CSSProperties {
  const stage = view.projection.stages[view.projection.state.stage];
  return { '--zone': ZONE_COLOUR[stage ? stageZone(stage) : 'cool'] } as CSSProperties;
}

/** Batches by their first step in the session; those that the session does not order come last. */
function inOrder(here: readonly BatchView[], { steps }: BenchOrder): { view: BatchView; steps: OrderedStep[] }[] {
  const at = (view: BatchView) => steps.findIndex(({ batchId }) => batchId === view.batch.id);
  return [...here]
    .sort((a, b) => (at(a) < 0 ? steps.length : at(a)) - (at(b) < 0 ? steps.length : at(b)))
    .map((view) => ({ view, steps: steps.filter(({ batchId }) => batchId === view.batch.id) }));
}

function BenchLine({ view, steps, on }: { view: BatchView; steps: OrderedStep[]; on?: string }) {
  const { nursery, today } = useNursery();
  const { batch, species, projection } = view;
  const { state, stages } = projection;
  const kind = stages[state.stage]?.kind;
  const soon = steps[0];
  return (
    <li className="border-t border-line first:border-0" style={zoneStyle(view)}>
      <Link
        to={`/treat/${batch.code}`}
        className="flex min-h-16 items-center gap-3 border-l-4 py-2 pl-3.5"
        style={{ borderColor: 'var(--zone)' }}
      >
        <span className="w-16 shrink-0">
          <Tag code={batch.code} />
        </span>
        <span className="min-w-0 grow">
          <span className="block leading-tight font-[560]">{species.common[0]}</span>
          <span className="text-[0.95rem] text-ink2">
            {say('seedsCounted', { seeds: countIn(state.counts, ['waiting', 'swollen']), stage: kind ? stageName(kind) : say('done') })}
            {steps.length > 0 && `: ${oneAfterAnother(steps.map(({ what }) => what))}`}
          </span>
        </span>
        {on && <span className="shrink-0 text-[0.95rem] text-ink2">{on}</span>}
        {soon && (
          <span className="shrink-0 text-right text-[0.95rem] text-ink2">
            {soon.start_min < 1 ? say('now') : momentIn(nowMs() + soon.start_min * 60_000, nursery.timeZone, today)}
            <br />
            {lengthOf(steps.reduce((sum, { hands_min }) => sum + hands_min, 0) * 60)}
          </span>
        )}
      </Link>
    </li>
  );
}

const WIDTH = 1000;
const ROW = 26;
const LEFT = 62;

/** The session drawn: time runs right, hands are thick, waits are thin, and a wait beyond the session runs off the edge. */
function SessionDrawing({ here, order }: { here: readonly BatchView[]; order: BenchOrder }) {
  const hands_end = Math.max(...order.steps.map(({ start_min, hands_min }) => start_min + hands_min), 10);
  const shown_min = hands_end * 1.15;
  const rows = inOrder(here, order).filter(({ steps }) => steps.length > 0);
  if (rows.length < 2) return null;
  const x = scaleLinear([0, shown_min], [LEFT, WIDTH - 8]).clamp(true);
  const every = [5, 10, 15, 30, 60, 120, 240].find((gap) => shown_min / gap <= 8) ?? 480;
  const ticks = Array.from({ length: Math.floor(shown_min / every) + 1 }, (_, i) => i * every);
  return (
    <figure className="mt-8 hidden desk:block">
      <svg viewBox={`0 0 ${WIDTH} ${rows.length * ROW + 30}`} className="block w-full" role="img" aria-label={say('sessionDrawn')}>
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={0} y2={rows.length * ROW + 6} stroke="var(--color-line)" />
            <text
              x={x(tick)}
              y={rows.length * ROW + 22}
              textAnchor={tick === 0 ? 'start' : 'middle'}
              className="drawn-note"
              fill="var(--color-ink3)"
            >
              {tick === 0 ? say('now') : tick < 120 ? `${tick} min` : `${tick / 60} h`}
            </text>
          </g>
        ))}
        {rows.map(({ view, steps }, row) => {
          const y = row * ROW + 16;
          return (
            <g key={view.batch.id} style={zoneStyle(view)} stroke="var(--zone)">
              <text x={LEFT - 8} y={y + 5} textAnchor="end" className="drawn-note code" stroke="none" fill="var(--color-ink)">
                {view.batch.code}
              </text>
              {steps.map(({ start_min, hands_min, wait_min, what }) => (
                <g key={`${start_min}${what}`}>
                  {wait_min > 0 && (
                    <line
                      x1={x(start_min + hands_min)}
                      x2={x(start_min + hands_min + wait_min)}
                      y1={y}
                      y2={y}
                      strokeWidth={2}
                      strokeDasharray="5 4"
                    />
                  )}
                  <line x1={x(start_min)} x2={Math.max(x(start_min) + 3, x(start_min + hands_min))} y1={y} y2={y} strokeWidth={11} />
                </g>
              ))}
            </g>
          );
        })}
      </svg>
      <figcaption className="text-[0.92rem] text-ink2">{say('legendOfSession')}</figcaption>
    </figure>
  );
}
