import type { Move } from '@chill/model/event.ts';
import type { Fate, Outcome, StageWent } from '@chill/model/outcome.ts';
import { addDays, daysBetween, earlier } from '../calendar/dates.ts';
import { type Prospect, prospectOf, worthOf } from '../chance/prospect.ts';
import { chainLink, seedLinks } from '../follow/chainLinks.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { towelEvidence } from '../follow/towelTest.ts';
import { chills, keptDry, mediumOf, STAGES } from '../kinds/stages.ts';
import type { Seen } from '../ledger/batchState.ts';
import { eventsInForce } from '../ledger/standing.ts';
import { viableOn } from '../lot/lotLedger.ts';
import { sourceOf } from '../lot/source.ts';
import { sowingOf } from '../methods/endings.ts';
import { asItStands, type BatchView } from '../nursery/reader.ts';
import { workDone } from '../season/work.ts';
import type { ReleasedPart } from '../sprout/belief.ts';
import { handsTogether } from './hands.ts';
import { tenth } from './weighed.ts';

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
  const sown = sowingOf(plan.method);
  const { standing } = eventsInForce(batch.events);
  const closing = standing.findLast(({ kind }) => kind === 'closed');
  const source = sourceOf(lot.provenance);
  const gone = closing?.kind === 'closed' ? closing.why : undefined;
  const hands = handsTogether(standing.flatMap(({ by }) => (by === undefined ? [] : [{ name: by, entries: 1 }])));
  return {
    batchId: id,
    code,
    speciesId,
    lotId,
    lotCode: lot.code,
    ...(lot.variety && { variety: lot.variety }),
    ...(source && { source }),
    madeOn,
    closedOn: state.closedOn ?? today,
    method: { id: plan.method.id, name: plan.method.name },
    ...(gone && { gone }),
    ...(trial && { trial }),
    ...(from && { splitFrom: from.batchId }),
    ...(sown && { sown }),
    seeds: plan.seeds,
    promised: made.expects,
    went: fatesOf(view),
    stages: plan.stages.map((stage, i): StageWent => {
      const went = projection.stages[i];
      const placeId = state.stages[i]?.placeId ?? stage.placeId;
      return {
        kind: stage.kind,
        medium: mediumOf(plan.method.stages[i] ?? stage),
        planned: { start: stage.start, end: stage.end },
        ...(placeId && { placeId }),
        // What was not finished ended with its batch.
        ...(went?.started && { was: { start: went.start, end: earlier(went.end, state.closedOn ?? went.end) } }),
      };
    }),
    minutes: workDone(view).reduce((sum, { minutes }) => sum + minutes, 0),
    ...(hands.length > 0 && { hands }),
    ...(sprouting && { sprouting }),
    ...(treatment && {
      treated: {
        kind: (projection.stages[treatment.stage] as BatchView['projection']['stages'][number]).kind,
        earned_days: treatment.earned,
        released: treatment.releasedFinally,
      },
    }),
    ...(opened && { opened }),
    believed: believedOf(view),
  };
}

/** Where a seed goes by its last move: what is lost is told apart by how far it had come. */
function fateOf({ from, to }: Pick<Move, 'from' | 'to'>, { thinned, bagLost }: { thinned: boolean; bagLost: boolean }): Fate | undefined {
  const inPot = from === 'potted' || from === 'established';
  switch (to) {
    case 'plantedOut':
      return 'plants';
    case 'givenAway':
      return inPot ? 'plants' : 'givenAway';
    case 'mouldy':
    case 'discarded':
      if (bagLost) return 'bagLost';
      if (inPot) return thinned ? 'thinned' : 'lostInPots';
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
  const { standing } = eventsInForce(batch.events);
  for (const [i, event] of standing.entries()) {
    if (!('moves' in event)) continue;
    const next = standing[i + 1];
    // A bag that goes is counted out and closed in one.
    const bagLost = next?.kind === 'closed' && next.why !== undefined && next.why !== 'givenAway';
    const thinned = event.kind === 'tended' && event.tending === 'thin';
    for (const { from, to, count } of event.moves) {
      add(fateOf({ from, to }, { thinned, bagLost }), count);
      // What was held over and then came, or was given up on, is counted there.
      if (to === 'heldOver') add('heldOver', count);
      if (from === 'heldOver') add('heldOver', -count);
      // What was given up on and came after all is not lost.
      if (from === 'discarded') add('neverSprouted', -count);
    }
  }
  const { waiting, swollen, sprouted, potted, established } = state.counts;
  add('neverSprouted', waiting + swollen);
  add('lostSprouted', sprouted);
  add('plants', potted + established);
  return went;
}

function sproutingOf(view: BatchView): Outcome['sprouting'] {
  const { batch, projection } = view;
  const { state, stages, outlook } = projection;
  const at = sproutingStage(batch.plan.method);
  const since = state.stages[at]?.startedOn;
  // Once nothing is left to come, whoever waters the pots sees nothing more of it.
  const seen = byDay(state.seen).filter(({ came, left }) => came + left > 0);
  // What came while it was still cold tells of the cold.
  const first = seen.find(({ stage }) => stage >= at);
  const last = seen.at(-1);
  const stage = stages[at];
  if (!since || !first || !last || !stage) return undefined;
  const seeds = first.came + first.left;
  const { low, high } = outlook.before.count(seeds, outlook.course.on(last.on));
  const cold = coldOf(view);
  return {
    since,
    temperature_C: stage.temperature_C,
    seeds,
    expected: { low, high },
    releasedAt: QUANTILES.map((share) => Math.round(releasedBy(outlook.course.parts, share))),
    ...(cold && { cold }),
    visits: seen.map(({ on, stage: then, came, left }) => ({
      day: daysBetween(since, on),
      came,
      left,
      ...(then < at && { inCold: true as const }),
      warmth: Math.round(outlook.course.on(on) * 10) / 10,
    })),
  };
}

function openedOf({ batch, projection: { state } }: BatchView): Outcome['opened'] {
  const counted = state.swellings.flatMap(({ swelling }) => (swelling.by === 'count' ? [swelling] : []));
  const [first] = counted;
  // Opened in two ways, or twice, a count says nothing of either.
  const [only, ...others] = batch.plan.method.stages.flatMap(({ kind }) => STAGES[kind].opens ?? []);
  if (!first || !only || others.length > 0) return undefined;
  return { how: only, swollen: first.swollen, of: first.soaked };
}

/** Counts of one day and stage are one visit. */
function byDay(seen: readonly Seen[]): Seen[] {
  const days = new Map<string, Seen>();
  for (const { on, stage, came, left } of seen) {
    const key = `${on} ${stage}`;
    days.set(key, { on, stage, came: (days.get(key)?.came ?? 0) + came, left });
  }
  return [...days.values()];
}

/** Where what is released is told, as shares of it. */
const QUANTILES = [0.1, 0.3, 0.5, 0.7, 0.9];

/** The warmth by which so much of what is to be released has been; 0 where nothing is. */
function releasedBy(parts: readonly ReleasedPart[], share: number): number {
  const all = parts.reduce((sum, { part }) => sum + part, 0);
  const sorted = parts.toSorted((a, b) => a.from - b.from);
  let before = 0;
  const found = sorted.find(({ part }) => {
    before += part;
    return before >= share * all - 1e-12;
  });
  return found?.from ?? 0;
}

/** Steps in which the cold that was given is told. */
const COLD_STEPS = 12;

/** How the cold was given, where it alone released the seed: what had been earned, and how warm it had been for sprouting, by the end of equal steps. */
function coldOf({ batch, species, projection: { treatment, stages, outlook } }: BatchView): NonNullable<Outcome['sprouting']>['cold'] {
  const { cold, warmFirst, afterRipening } = species;
  if (!treatment || cold.need === 'none' || cold.winters === 2 || warmFirst || afterRipening) return undefined;
  const begun = stages.flatMap(({ kind, started }, i) => (started && chills(kind) ? [{ kind, i }] : []));
  const [only] = begun;
  if (!only || begun.length > 1 || only.i !== treatment.stage || keptDry(only.kind)) return undefined;
  if (batch.plan.method.stages.some(({ kind }) => STAGES[kind].course === 'turns')) return undefined;
  const { curve, since, days } = treatment;
  const at = Array.from({ length: COLD_STEPS + 1 }, (_, i) => Math.round((days * i) / COLD_STEPS));
  return {
    earned: at.map((day) => tenth(curve.earned[Math.min(day, curve.earned.length - 1)] as number)),
    warmth: at.map((day) => tenth(outlook.course.on(addDays(since, day)))),
  };
}

/** What was believed of the shares that the counts tell of together. */
function believedOf({ batch, species, lot, projection: { outlook, state } }: BatchView): Outcome['believed'] {
  const { chain, opened } = outlook;
  const stands = asItStands(lot);
  const belief = viableOn(stands, species, batch.madeOn);
  const tests = stands.towelTests ?? [];
  const viable = prospectOf([chainLink({ cause: 'viable' }, belief)], undefined, towelEvidence(species, tests, belief, lot));
  const answers = prospectOf(
    seedLinks(belief, species, batch.plan.method, chain)
      .filter(({ of: { cause } }) => cause !== 'viable' && cause !== 'sprouts')
      .map((one) => (state.swellings.length > 0 && one.of.cause === 'coat' ? { ...one, link: opened } : one)),
  );
  const within = (share: number) => Math.min(1, Math.max(0, Math.round(share * 1e4) / 1e4));
  const believed = (one: Prospect) => {
    const worth = worthOf(one);
    return { share: within(one.mean), ...(worth && worth > 0 && { worth: tenth(worth) }) };
  };
  return {
    able: within(viable.mean * answers.mean),
    viable: believed(viable),
    answers: believed(answers),
    released: within(chain.released),
    ...(chain.soil < 1 && { soil: within(chain.soil) }),
    sprouts: within(species.sprouting.share),
    establishes: within(species.pot.establishes),
  };
}
