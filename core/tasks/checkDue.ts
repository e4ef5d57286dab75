import type { PlainDate } from '@chill/model/primitives.ts';
import type { Stage } from '@chill/model/stage.ts';
import { addDays, earlier } from '../calendar/dates.ts';
import { freshening } from '../kinds/media.ts';
import { mediumOf } from '../kinds/stages.ts';
import { AFTER_A_ROOT_DAYS, AFTER_MOULD_DAYS, checkEvery } from '../treat/intervals.ts';
import type { TaskContext } from './task.ts';

/** When seed that waits is looked at next, and what was seen last that decides it. */
interface CheckDue {
  lastOn: PlainDate;
  due: PlainDate;
  /** The day up to which it can wait. */
  longest: PlainDate;
  mouldy: boolean;
  rooted: boolean;
  /** Too wet where it lies, and only able to drain. */
  drains: boolean;
  /** When the first root may show, where that is told. */
  root?: PlainDate | undefined;
}

/** The one day of the next check, for its task and for whatever else names it. */
export function checkDue({ batch, projection, stage, index }: Pick<TaskContext, 'batch' | 'projection' | 'stage' | 'index'>): CheckDue {
  const { state, treatment } = projection;
  const medium = mediumOf(batch.plan.method.stages[index] as Stage);
  const every = checkEvery(medium, treatment?.stage === index ? treatment.expected_C : stage.temperature_C);
  const checks = state.checks.filter((check) => check.on >= stage.start);
  const last = checks.at(-1);
  const lastOn = last?.on ?? stage.start;
  const rooted = checks.some((check) => check.sprouted > 0);
  const mouldy = last?.mould !== undefined && last.mould !== 'none';
  const drains = last?.damp === 'wet' && !freshening(medium);
  const interval = rooted ? AFTER_A_ROOT_DAYS : mouldy || drains ? Math.min(AFTER_MOULD_DAYS, every.usual) : every.usual;
  // The check that should catch the first root is not left until after it.
  const root = treatment?.stage === index ? treatment.firstRoot : undefined;
  const regular = addDays(lastOn, interval);
  const due = root && root > addDays(lastOn, 1) ? earlier(regular, root) : regular;
  return { lastOn, due, longest: addDays(lastOn, every.longest), mouldy, rooted, drains, root };
}
