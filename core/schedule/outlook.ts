import type { Batch } from '@chill/model/batch.ts';
import type { Method } from '@chill/model/method.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { DatedStage, Medium, Stage } from '@chill/model/stage.ts';
import { daysBetween, later } from '../calendar/dates.ts';
import { equallyLikely, multiply, type Prospect, prospectOf, rangeOf, spreadBy, summed } from '../chance/prospect.ts';
import { TURNS_SURVIVAL } from '../chill/freezeThaw.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { type Counts, countIn } from '../ledger/states.ts';
import { broughtBy, viableOn } from '../lot/lotLedger.ts';
import { remembered } from '../memory/remembered.ts';
import { type ChainLink, chainLink, establishesLink, lossLinks, seedLinks } from '../methods/chainLinks.ts';
import { type Chain, chainOf, type ResolvedStage, treatmentOf, withDays, withOwnRot } from '../methods/resolve.ts';
import { sproutingStage } from '../methods/stageOrder.ts';
import { towelEvidence } from '../methods/towelTest.ts';
import { swingShare } from '../methods/whereItSprouts.ts';
import { potsSoFar, seedlingsFrom } from '../pots/survival.ts';
import { expectedSurvival } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import { SproutBelief, type Visit } from '../sprout/belief.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { steadyCurve } from '../takeOut/takeOut.ts';
import { yearOf } from '../winter/climate.ts';
import { outdoorStay } from '../winter/outdoors.ts';
import { meanOfYears, releasedThroughYears } from '../winter/throughYears.ts';
import { type Cause, causesOf, factorsOf } from './causes.ts';
import { type Course, courseOf } from './course.ts';
import { type Situation, warmthOf } from './situation.ts';
import { creditBefore, type TreatmentForecast } from './treatmentForecast.ts';

/** Plants to come, 9 times in 10: those that are sure, and what is known of the chance of each of those that may come besides. */
export interface Coming {
  low: number;
  high: number;
  sure: number;
  may: number;
  prospect: Prospect;
}

/** What a batch promises: as it was planned, and now, with what has happened. */
export interface Promised {
  planned: { low: number; high: number };
  now: Coming;
  /** Of these, those of what is up already: they do not wait for the rest. */
  up: Coming;
  /** And those that wait. */
  rest: Coming;
  /** What changed it, each with the plants that it adds or takes; they add up to the change of the middle. */
  because: Cause[];
}

/** What is to come of a batch: one chain for plan, page, round and results. */
export interface Outlook {
  course: Course;
  /** With everything seen so far. */
  belief: SproutBelief;
  /** As it was believed when the stage in which it sprouts began. */
  before: SproutBelief;
  chain: Chain;
  /** The share of its coats that let water in, as far as that was looked at. */
  opened: number;
  /** Seeds still to come. */
  left: number;
  /** Plants, 9 times in 10; none for a test, nor once it is closed. Worked out when it is first asked for: the round does not. */
  readonly promised: Promised | undefined;
}

/** Follows a batch to its plants, from what happened so far and what is planned from here on. */
export function outlookOf(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  stages: readonly ProjectedStage[],
  accounts: readonly (TreatmentForecast | undefined)[],
): Outlook {
  const { species, lot } = situation;
  const { way: method } = batch.plan;
  const resolved = stagesAsTheyGo(batch, state, situation, stages, accounts);
  const whole = chainOf(species, method, resolved, broughtBy(lot, stages[0]?.start ?? batch.madeOn));
  const sprouts = sproutingStage(method);
  // How warm it was and will be is followed by the day, in the cold as well; only what a missing swing costs is a share.
  const chain = { ...whole, warmth: swingShare(species, resolved[sprouts]) };
  // What the year will be is one of the things that are not known: the best of the years is followed by the day, and each of them is a part of it.
  const years = resolved.find(({ releasedByYears }) => releasedByYears)?.releasedByYears;
  const best = years && Math.max(...years);
  const year = years && best ? { years: years.map((one) => one / best), mean: meanOfYears(years) } : undefined;
  const inBest = year && best ? chain.released * (best / year.mean) : chain.released;
  const course = courseOf(batch, state, situation, { stages, accounts, resolved, chain: { released: inBest }, sprouts });
  const seenOpen = openedNow(state, batch.plan.way, species);
  const able = ableShare(batch, situation, chain, resolved, seenOpen, year?.years);
  const law = thermalTime(species.sprouting);
  const begun = state.stages[sprouts]?.startedOn !== undefined;
  const visits = state.seen.map(({ on, stage, came, left }): Visit & { stage: number } => ({ stage, came, left, warmth: course.on(on) }));
  const said = visits.filter(({ warmth, came }) => warmth > 0 || came > 0);
  const cuts = state.cuts.map(({ on, cut, viable }) => ({ warmth: course.on(on), cut, viable }));
  const ableOfViable = Math.min(1, (seenOpen ?? chain.opened) * chain.answered * chain.warmth * chain.lit * chain.sprouts);
  const belief = new SproutBelief(able, course.parts, law, said, { cuts, ableOfViable });
  const early = begun ? said.filter(({ stage }) => stage < sprouts) : said;
  const before = early.length === said.length ? belief : new SproutBelief(able, course.parts, law, early);
  const left = state.closedOn || stages[sprouts]?.finished ? 0 : countIn(state.counts, ['waiting', 'swollen']);
  const outlook = { course, belief, before, chain, opened: seenOpen ?? chain.opened, left };
  let promised: Promised | undefined;
  return {
    ...outlook,
    get promised() {
      if (batch.purpose === 'test' || state.closedOn) return undefined;
      if (promised) return promised;
      const planned = batch.plan.expects;
      const now = plantsFrom(outlook, { batch, state, stages: resolved }, situation);
      promised = {
        ...{ planned, now },
        up: plantsFrom({ ...outlook, left: 0 }, { batch, state, stages: resolved }, situation),
        rest: plantsFrom(outlook, { batch, state: { ...state, counts: noneUp(state.counts) }, stages: resolved }, situation),
        because: causesOf(
          { planned, now },
          factorsOf(batch, state, situation, { ...outlook, unseen: new SproutBelief(able, course.parts, law, []) }, resolved),
        ),
      };
      return promised;
    },
  };
}

/** The stages of a batch as a chain is made from: those begun as they went and are going, those to come as they are planned. */
function stagesAsTheyGo(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  stages: readonly ProjectedStage[],
  accounts: readonly (TreatmentForecast | undefined)[],
): ResolvedStage[] {
  const { species, places, nursery, rot, lot } = situation;
  let bed: { medium: Medium; fresh: PlainDate } | undefined;
  return stages.map((stage, index): ResolvedStage => {
    const planned = batch.plan.stages[index] as DatedStage;
    const recipe = batch.plan.way.stages[index] as Stage;
    const days = daysBetween(stage.start, stage.end);
    const { medium } = recipe;
    // Going on in the same sand or pot, its medium goes on ageing, from when it was last made fresh.
    if (bed?.medium !== medium) bed = medium && { medium, fresh: stage.start };
    if (bed && stage.started) bed = { ...bed, fresh: later(bed.fresh, state.freshened.findLast((on) => on <= stage.end) ?? bed.fresh) };
    const mediumAge_days = bed ? Math.max(0, daysBetween(bed.fresh, stage.start)) : 0;
    const placeId = state.stages[index]?.placeId ?? planned.placeId;
    const place = places.find(({ id }) => id === placeId);
    const warmth = place && warmthOf(place, situation);
    const temperature_C = warmth?.celsius ?? planned.temperature_C;
    const halfSwing_C = warmth?.halfSwing_C;
    const base = {
      kind: stage.kind,
      ...(recipe.medium && { medium: recipe.medium }),
      temperature_C,
      ...(halfSwing_C && { halfSwing_C }),
      ...(place?.light && { light: place.light }),
      days,
    };
    const { course, earns } = STAGES[stage.kind];
    if (course === 'turns') return { ...base, released: 1, survives: TURNS_SURVIVAL };
    const account = accounts[index];
    const credit = creditBefore(batch, state, index, { species, lot }, stage.start, accounts);
    if (account) {
      const rotShape = account.treatment?.rotShape ?? ROT_PRIOR.shape;
      const exposure = stage.finished ? 0 : account.rotAhead;
      const going: ResolvedStage = {
        ...base,
        curve: account.curve,
        released: account.releasedFinally,
        survives: expectedSurvival(exposure, rotShape),
        exposure,
        rotShape,
      };
      if (earns !== 'winter' || stage.finished) return going;
      const whole = outdoorStay(species, yearOf(nursery), stage.start, { credit, days: recipe.days?.best });
      return yearsAhead(going, account, whole?.curve.released[whole.days], releasedThroughYears(species, nursery, stage.start, credit));
    }
    if (stage.started) return { ...base, released: 1, survives: 1 };
    if (earns === 'winter') {
      const stay = outdoorStay(species, yearOf(nursery), stage.start, {
        credit,
        shelter: place?.cover,
        rot: rot?.outdoorFlat,
        days: recipe.days?.best,
      });
      const own = rot?.outdoorFlat && { rotShape: rot.outdoorFlat.shape };
      return stay
        ? throughYears(
            withDays({ ...base, ...own, curve: stay.curve, released: 1, survives: 1 }, days),
            releasedThroughYears(species, nursery, stage.start, credit),
          )
        : { ...base, released: 1, survives: 1 };
    }
    const treatment = withOwnRot(treatmentOf(species, recipe, temperature_C, credit), rot);
    if (!treatment) return { ...base, released: 1, survives: 1 };
    const { rotShape } = treatment;
    return withDays(
      {
        ...base,
        curve: steadyCurve({ ...treatment, mediumAge_days }),
        released: 1,
        survives: 1,
        ...(rotShape !== undefined && { rotShape }),
      },
      days,
    );
  });
}

/** A winter outdoors to come, by the day as the mean year has it, and freeing what single winters would. */
function throughYears(stage: ResolvedStage, years: Float64Array): ResolvedStage {
  const { curve, released } = stage;
  if (!curve || released <= 0) return stage;
  const mean = meanOfYears(years);
  return {
    ...stage,
    curve: { ...curve, released: curve.released.map((share) => Math.min(1, (share * mean) / released)) },
    released: mean,
    releasedByYears: years,
  };
}

/**
 * A winter outdoors that has begun: what it has freed by now stands; what it is still to free differs as single winters do from what the mean year frees of the
 * whole (`whole`).
 */
function yearsAhead(
  stage: ResolvedStage,
  { releasedNow, releasedFinally }: Pick<TreatmentForecast, 'releasedNow' | 'releasedFinally'>,
  whole: number | undefined,
  years: Float64Array,
): ResolvedStage {
  const ahead = releasedFinally - releasedNow;
  if (ahead <= 0 || !whole) return stage;
  const released = years.map((one) => Math.min(1, releasedNow + (ahead * one) / whole));
  return { ...stage, released: meanOfYears(released), releasedByYears: released };
}

const ables = remembered<string, Prospect>(400);

/** What is known of the share of a batch's seeds that are able to sprout once released. */
function ableShare(
  batch: Batch,
  { species, lot }: Situation,
  chain: Chain,
  stages: readonly ResolvedStage[],
  opened: number | undefined,
  years: Float64Array | undefined,
): Prospect {
  const viable = viableOn(lot, species, batch.madeOn);
  const turned = stages.some(({ kind }) => STAGES[kind].course === 'turns') ? TURNS_SURVIVAL : 1;
  const links = seedLinks(viable, species, batch.plan.way, chain).map(
    (one): ChainLink => (opened !== undefined && one.of.cause === 'coat' ? { ...one, link: opened } : one),
  );
  const tests = lot.towelTests ?? [];
  if (years) links.push(chainLink({ cause: 'year' }, { values: years }));
  const key = JSON.stringify([links, turned, tests, tests.length > 0 && [species.id, lot.provenance, lot.storage], lot.wintered]);
  return ables(key, () =>
    prospectOf([...links, chainLink({ cause: 'turns' }, turned)], undefined, towelEvidence(species, tests, viable, lot)),
  );
}

/**
 * The share of the seeds left or up that can drink, where a soak was looked at: what it has shown stands instead of what the method is known for. Those
 * scarified once more after it are opened as the first were.
 */
function openedNow({ counts, swellings, sprouts, stages }: BatchState, method: Method, { hardCoat }: Species): number | undefined {
  const looked = swellings.at(-1)?.on;
  if (looked === undefined) return undefined;
  const drinking = counts.swollen + sprouts.reduce((sum, { count }) => sum + count, 0);
  const seen = drinking === 0 ? 0 : drinking / (drinking + counts.waiting);
  const since = method.stages.filter(({ kind }, i) => kind === 'openCoat' && (stages[i]?.startedOn ?? '9999') > looked).length;
  return 1 - (1 - seen) * (1 - (hardCoat?.openCoat ?? 0)) ** since;
}

/** The counts of a batch without those that are up already. */
const noneUp = (counts: Counts): Counts => ({ ...counts, sprouted: 0, potted: 0, established: 0, plantedOut: 0 });

/** So many values tell what is known of a chance. */
const CHANCE_PARTS = 128;

/**
 * Plants to come of those still waiting, those up and those in pots, 9 times in 10; those established count as they are. Seedlings in pots have part of their
 * risk behind them, and how many have died there tells of the share that establishes at all.
 */
function plantsFrom(
  outlook: Pick<Outlook, 'belief' | 'course' | 'left'>,
  { batch, state, stages }: { batch: Batch; state: BatchState; stages: readonly ResolvedStage[] },
  { species, nursery }: Situation,
): Coming {
  const { belief, course, left } = outlook;
  const { sprouted, potted, established, plantedOut } = state.counts;
  // Those that share a container with one that is to stay make no plant of their own.
  const growing = Math.max(0, potted - state.toThin);
  const up = sprouted + growing;
  const sure = established + plantedOut;
  const may = left + up;
  if (may === 0) return { low: sure, high: sure, sure, may, prospect: prospectOf([0]) };
  // Equally likely values of the chance of those waiting, each with its own luck with rot; then of all, each with its own in the pot.
  const draws = equallyLikely(belief.prospect(course.warmth.at(-1)), CHANCE_PARTS);
  // What the freezer takes stands in the share of those able already.
  for (const link of lossLinks(stages.filter(({ kind }) => STAGES[kind].course !== 'turns'))) multiply(draws, link);
  const waits = draws.length === CHANCE_PARTS ? draws : new Float64Array(CHANCE_PARTS).fill(draws[0] as number);
  const establishes = new Float64Array(CHANCE_PARTS).fill(1);
  multiply(establishes, establishesLink(species));
  const soFar = potsSoFar(batch);
  const seedlings = Array.from(establishes, (share) => seedlingsFrom(share, soFar, potted + sure));
  const most = Math.max(...seedlings.map(({ logLikelihood }) => logLikelihood));
  const weights = Float64Array.from(seedlings, ({ logLikelihood }) => Math.exp(logLikelihood - most));
  const whole = weights.reduce((sum, one) => sum + one, 0);
  const plants = establishes.map(
    (share, i) => ((left * (waits[i] as number) + sprouted) * share + growing * (seedlings[i] as { chance: number }).chance) / may,
  );
  const known = summed(
    plants,
    weights.map((one) => one / whole),
  );
  const prospect = spreadBy(known, nursery.settings.spread ?? 1);
  const { low, high } = rangeOf(may, prospect);
  return { low: low + sure, high: high + sure, sure, may, prospect };
}
