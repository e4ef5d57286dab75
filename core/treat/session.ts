import type { BatchId } from '@chill/model/primitives.ts';
import { worded } from '@chill/words/tables.ts';
import { say } from '@chill/words/treatment.ts';
import type { BenchAct } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';
import { MINUTES } from '../kinds/tasks.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { endingOf, readTimer, TIMINGS } from './timers.ts';

/** Something that hands do, and the wait that follows before the next. Minutes. */
export interface BenchStep {
  what: string;
  hands_min: number;
  wait_min: number;
}

/** All that one batch wants at the bench, in its order. */
export interface BenchJob {
  batchId: BatchId;
  /** Minutes until its first step can be begun: what is soaking already has to soak on. */
  ready_min: number;
  /** True where its time is over and seed is harmed by waiting: it is taken up before anything else. */
  pressing?: boolean;
  steps: BenchStep[];
}

/** A step with its minute in the session. */
export interface OrderedStep extends BenchStep {
  batchId: BatchId;
  start_min: number;
}

/** A session in the order that lets the waits run side by side. */
export interface BenchOrder {
  steps: OrderedStep[];
  /** Minutes that hands are busy, the minute at which they are free for good, and that at which the last wait is over. */
  hands_min: number;
  free_min: number;
  over_min: number;
  /** Minutes at the bench saved against doing one batch after the other and standing by its short waits. */
  saved_min: number;
}

/** Up to this many batches every order is tried; beyond, the best of a few rules, bettered by swaps. */
const TRY_ALL_UP_TO = 6;

/**
 * Orders the steps of several batches for one pair of hands: whenever the hands are free, the first of the batches in the order whose next step is
 * ready. Of all orders (up to six batches) the one that frees the hands soonest, among those the one whose last wait is over soonest, and then the one
 * whose batches have waited least in sum. So the long soak comes first, and nicking fills the time while the kettle boils. What presses goes before.
 */
export function orderSession(jobs: readonly BenchJob[]): BenchOrder {
  const real = jobs.filter(({ steps }) => steps.length > 0);
  if (real.length === 0) return { steps: [], hands_min: 0, free_min: 0, over_min: 0, saved_min: 0 };
  const first = real.filter(({ pressing }) => pressing);
  const rest = real.filter(({ pressing }) => !pressing);
  const orders = rest.length <= TRY_ALL_UP_TO ? permutations(rest) : bettered(rest);
  const best = orders.map((order) => dispatch([...first, ...order])).reduce((a, b) => (isBetter(b, a) ? b : a));
  const stood_min = real.reduce((sum, { steps }) => sum + steps.reduce((own, step) => own + step.hands_min + shortWait(step), 0), 0);
  return {
    ...best,
    hands_min: best.steps.reduce((sum, step) => sum + step.hands_min, 0),
    saved_min: Math.max(0, stood_min - best.free_min),
  };
}

function shortWait({ wait_min }: BenchStep): number {
  return wait_min < LEAVES_THE_BENCH_MIN ? wait_min : 0;
}

interface Dispatched {
  steps: OrderedStep[];
  free_min: number;
  over_min: number;
  /** Sum of the minutes at which each batch is done. */
  waits_min: number;
}

/** Soonest free, then soonest over, then least waiting; a difference below a second is none. */
function isBetter(a: Dispatched, b: Dispatched): boolean {
  for (const key of ['free_min', 'over_min', 'waits_min'] as const) {
    if (Math.abs(a[key] - b[key]) > 1 / 60) return a[key] < b[key];
  }
  return false;
}

/** One pair of hands, never idle while anything is ready; the earlier in `jobs`, the sooner it is taken. */
function dispatch(jobs: readonly BenchJob[]): Dispatched {
  const waiting = jobs.map((job) => ({ job, next: 0, ready: job.ready_min }));
  const steps: OrderedStep[] = [];
  let now = 0;
  for (;;) {
    const left = waiting.filter(({ job, next }) => next < job.steps.length);
    if (left.length === 0) break;
    const ready = left.find((one) => one.ready <= now + 1e-9);
    if (!ready) {
      now = Math.min(...left.map((one) => one.ready));
      continue;
    }
    const step = ready.job.steps[ready.next] as BenchStep;
    steps.push({ ...step, batchId: ready.job.batchId, start_min: now });
    now += step.hands_min;
    ready.ready = now + step.wait_min;
    ready.next += 1;
  }
  const ends = waiting.map(({ ready }) => ready);
  return { steps, free_min: now, over_min: Math.max(...ends), waits_min: ends.reduce((sum, end) => sum + end, 0) };
}

function permutations<T>(all: readonly T[]): T[][] {
  if (all.length <= 1) return [[...all]];
  return all.flatMap((one, i) => permutations([...all.slice(0, i), ...all.slice(i + 1)]).map((rest) => [one, ...rest]));
}

/** A few orders worth trying for many batches: longest wait first, least hands first, and each with neighbours swapped. */
function bettered(jobs: readonly BenchJob[]): BenchJob[][] {
  const waits = (job: BenchJob) => job.steps.reduce((sum, step) => sum + step.wait_min, 0);
  const hands = (job: BenchJob) => job.steps.reduce((sum, step) => sum + step.hands_min, 0);
  const rules = [[...jobs].sort((a, b) => waits(b) - waits(a)), [...jobs].sort((a, b) => hands(a) - hands(b))];
  return rules.flatMap((order) => [
    order,
    ...order.slice(1).map((_, i) => [...order.slice(0, i), order[i + 1] as BenchJob, order[i] as BenchJob, ...order.slice(i + 2)]),
  ]);
}

/** A wait as long as this ends the session for a batch: nobody stands by overnight, min. */
const LEAVES_THE_BENCH_MIN = 120;

/** What the bench needs to know of a batch. */
export interface BenchBatch {
  batchId: BatchId;
  stages: readonly Pick<ProjectedStage, 'kind' | 'sown'>[];
  state: Pick<BatchState, 'stage' | 'underWay' | 'timers'>;
  seeds: number;
  perSeed_s: number;
}

/** What a batch wants at the bench, from the stage it is in up to the first long wait, or to its bag. */
export function benchJob({ batchId, stages, state, seeds, perSeed_s }: BenchBatch, now_ms: number): BenchJob {
  const step = ({ act, hands_min, waitsFor }: BenchAct): BenchStep => ({
    what: ACTS[act],
    hands_min: hands_min === 'seedBySeed' ? (seeds * perSeed_s) / 60 : hands_min,
    wait_min: waitsFor ? TIMINGS[waitsFor].usual_s / 60 : 0,
  });
  const steps: BenchStep[] = [];
  let ready_min = 0;
  let pressing = false;
  for (let index = state.stage; index < stages.length; index++) {
    const { kind, sown } = stages[index] as ProjectedStage;
    const { course, bench } = STAGES[kind];
    if (index === state.stage && state.underWay) {
      // It is under way: what is left of its timer, then draining or rinsing.
      const mine = state.timers.filter((timer) => timer.stage === index && !timer.ended);
      ready_min = Math.max(0, ...mine.map((timer) => readTimer(timer, now_ms).left_s / 60));
      pressing = mine.some((timer) => endingOf(timer, now_ms).how === 'late');
      if (course === 'turns') {
        steps.push({ what: say('changeOver'), hands_min: MINUTES.turn, wait_min: 0 });
        break;
      }
      const own = (bench?.acts ?? []).filter(({ hands_min }) => hands_min === 'seedBySeed');
      if (own.length > 0) steps.push(...own.map(step));
      else steps.push({ what: bench ? say('drain') : say('go'), hands_min: MINUTES.move, wait_min: 0 });
      continue;
    }
    if (!bench) {
      const what = sown === 'here' ? say('sow') : course === 'turns' ? say('putFreezer') : say('pack');
      steps.push({ what, hands_min: MINUTES.begin, wait_min: 0 });
      break;
    }
    const own = bench.acts.map(step);
    steps.push(...own);
    if (own.some(({ wait_min }) => wait_min >= LEAVES_THE_BENCH_MIN)) break;
  }
  return { batchId, ready_min, ...(pressing && { pressing }), steps };
}

const ACTS: Record<BenchAct['act'], string> = worded(say, {
  clean: 'clean',
  openCoats: 'scarify',
  startSoak: 'startSoak',
  kettle: 'putKettle',
  pour: 'pour',
  intoBath: 'intoBath',
  rinse: 'rinse',
  startSmoke: 'startSmokeSoak',
});
