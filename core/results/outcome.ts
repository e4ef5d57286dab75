import type { Move } from '@chill/model/event.ts';
import type { Fate, Outcome, StageWent } from '@chill/model/outcome.ts';
import { daysBetween } from '../calendar/dates.ts';
import { mediumOf } from '../kinds/stages.ts';
import { eventsInForce } from '../ledger/standing.ts';
import { sproutingStage } from '../methods/stageOrder.ts';
import type { BatchView } from '../schedule/reader.ts';
import { workDone } from '../season/work.ts';

/**
 * What came of a batch, or has come of it so far: where its seeds went, how its stages went against the plan that was made, what it took, and what its
 * checks tell of opening, treatment and sprouting. What is still on its way is taken as not having come.
 */
export function outcomeOf(view: BatchView, today: string): Outcome {
  const { batch, lot, projection } = view;
  const { id, code, speciesId, lotId, madeOn, plan, trial, from } = batch;
  const made = plan.made ?? plan;
  const { state, treatment } = projection;
  const sprouting = sproutingOf(view);
  const opened = openedOf(view);
  return {
    ...{ batchId: id, code, speciesId, lotId, lotCode: lot.code, madeOn, closedOn: state.closedOn ?? today },
    method: { id: plan.way.id, name: plan.way.name },
    ...(trial && { trial }),
    ...(from && { splitFrom: from.batchId }),
    seeds: plan.seeds,
    promised: made.expects,
    went: fatesOf(view),
    stages: plan.stages.map((stage, i): StageWent => {
      const went = projection.stages[i];
      const placeId = state.stages[i]?.placeId ?? stage.placeId;
      return {
        ...{ kind: stage.kind, medium: mediumOf(plan.way.stages[i] ?? stage), planned: { start: stage.start, end: stage.end } },
        ...(placeId && { placeId }),
        ...(went?.started && { was: { start: went.start, end: went.end } }),
      };
    }),
    minutes: workDone(view).reduce((sum, { minutes }) => sum + minutes, 0),
    ...(sprouting && { sprouting }),
    ...(treatment && {
      treated: {
        kind: (projection.stages[treatment.stage] as BatchView['projection']['stages'][number]).kind,
        earned_days: treatment.earned,
        released: treatment.releasedFinally,
      },
    }),
    ...(opened && { opened }),
  };
}

/** Where a seed goes by its last move: what is lost is told apart by how far it had come. */
function fateOf({ from, to }: Pick<Move, 'from' | 'to'>): Fate | undefined {
  const inPot = from === 'potted' || from === 'established';
  switch (to) {
    case 'plantedOut':
      return 'plants';
    case 'givenAway':
      return inPot ? 'plants' : 'givenAway';
    case 'mouldy':
    case 'discarded':
      if (inPot) return 'lostInPots';
      if (from === 'sprouted') return 'lostSprouted';
      return to === 'mouldy' ? 'mouldy' : 'neverSprouted';
    case 'broken':
      return inPot ? 'lostInPots' : from === 'sprouted' ? 'lostSprouted' : 'broken';
    case 'floatedOff':
    case 'tested':
    case 'movedOn':
      return to;
    default:
      return undefined;
  }
}

/** Where the seeds of a batch went; those in pots are plants, those that are anywhere else have not come. */
function fatesOf({ batch, projection: { state } }: BatchView): Outcome['went'] {
  const went: Partial<Record<Fate, number>> = {};
  const add = (fate: Fate | undefined, count: number) => {
    if (fate && count !== 0) went[fate] = (went[fate] ?? 0) + count;
  };
  for (const event of eventsInForce(batch.events).standing) {
    if (!('moves' in event)) continue;
    for (const { from, to, count } of event.moves) {
      add(fateOf({ from, to }), count);
      // What was given up on and came after all is not lost.
      if (from === 'discarded') add('neverSprouted', -count);
    }
  }
  const { waiting, swollen, heldOver, sprouted, potted, established } = state.counts;
  add('neverSprouted', waiting + swollen + heldOver);
  add('lostSprouted', sprouted);
  add('plants', potted + established);
  return went;
}

function sproutingOf({ batch, projection: { state, stages, outlook } }: BatchView): Outcome['sprouting'] {
  const at = sproutingStage(batch.plan.way);
  const since = state.stages[at]?.startedOn;
  // What came while it was still cold tells of the cold.
  const first = state.seen.find(({ on }) => on >= (since ?? on));
  const last = state.seen.at(-1);
  const stage = stages[at];
  if (!since || !first || !last || !stage) return undefined;
  const seeds = first.came + first.left;
  const { low, high } = outlook.before.count(seeds, outlook.course.on(last.on));
  return {
    ...{ since, temperature_C: stage.temperature_C, seeds, expected: { low, high } },
    visits: state.seen.map(({ on, came, left }) => ({
      ...{ day: daysBetween(since, on), came, left },
      warmth: Math.round(outlook.course.on(on) * 10) / 10,
    })),
  };
}

function openedOf({ projection: { state } }: BatchView): Outcome['opened'] {
  const counted = state.swellings.flatMap(({ swelling }) => (swelling.by === 'count' ? [swelling] : []));
  const [first] = counted;
  if (!first) return undefined;
  const by = state.openings.at(-1)?.method;
  return { ...(by && { by }), swollen: first.swollen, of: first.soaked };
}
