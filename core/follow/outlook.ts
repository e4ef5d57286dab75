import type { Batch } from '@chill/model/batch.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { type Prospect, prospectOf } from '../chance/prospect.ts';
import { TURNS_SURVIVAL } from '../chill/freezeThaw.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { broughtBy, viableOn } from '../lot/lotLedger.ts';
import { remembered } from '../memory/remembered.ts';
import { SproutBelief, type Visit } from '../sprout/belief.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { meanOfYears } from '../winter/throughYears.ts';
import { causesOf, factorsOf } from './causes.ts';
import { type Chain, chainOf } from './chain.ts';
import { type ChainLink, chainLink, seedLinks } from './chainLinks.ts';
import { noneUp, type PlantsToCome, type Promised, plantsToCome } from './coming.ts';
import type { FollowedStage } from './followed.ts';
import type { Situation } from './situation.ts';
import { sproutingStage } from './stageOrder.ts';
import { towelEvidence } from './towelTest.ts';
import { type WarmthCourse, warmthCourse } from './warmthCourse.ts';
import { swingShare } from './whereItSprouts.ts';

/** What is to come of a batch: one chain for plan, page, round and results. */
export interface Outlook {
  course: WarmthCourse;
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

/** Follows a batch to its plants, from its stages as they went, go and are planned. */
export function outlookOf(batch: Batch, state: BatchState, situation: Situation, stages: readonly FollowedStage[]): Outlook {
  const { species, lot } = situation;
  const { method } = batch.plan;
  const whole = chainOf(species, method, stages, broughtBy(lot));
  const sprouts = sproutingStage(method);
  // How warm it was and will be is followed by the day, in the cold as well; only what a missing swing costs is a share.
  const chain = { ...whole, warmth: swingShare(species, stages[sprouts]) };
  // What the year will be is one of the things that are not known: the best of the years is followed by the day, and each of them is a part of it.
  const years = stages.find(({ releasedByYears }) => releasedByYears)?.releasedByYears;
  const best = years && Math.max(...years);
  const year = years && best ? { years: years.map((one) => one / best), mean: meanOfYears(years) } : undefined;
  const inBest = year && best ? chain.released * (best / year.mean) : chain.released;
  const course = warmthCourse(batch, state, situation, stages, inBest);
  const seenOpen = openedNow(state, method, species);
  const able = ableShare(batch, situation, chain, stages, seenOpen, year?.years);
  const law = thermalTime(species.sprouting);
  const begun = state.stages[sprouts]?.startedOn !== undefined;
  const visits = state.seen.map(({ on, stage, came, left }): Visit & { stage: number } => ({ stage, came, left, warmth: course.on(on) }));
  const said = visits.filter(({ warmth, came }) => warmth > 0 || came > 0);
  const cuts = state.cuts.map(({ on, cut, viable }) => ({ warmth: course.on(on), cut, viable }));
  const opened = seenOpen ?? chain.opened;
  const ableOfViable = Math.min(1, opened * chain.answered * chain.warmth * chain.lit * chain.sprouts * chain.soil);
  const belief = new SproutBelief(able, course.parts, law, said, { cuts, ableOfViable });
  const early = begun ? said.filter(({ stage }) => stage < sprouts) : said;
  const before = early.length === said.length ? belief : new SproutBelief(able, course.parts, law, early);
  const left = state.closedOn || state.stages[sprouts]?.finishedOn ? 0 : countIn(state.counts, ['waiting', 'swollen']);
  const outlook = { course, belief, before, chain, opened, left };
  let promised: Promised | undefined;
  return {
    ...outlook,
    get promised() {
      if (batch.purpose === 'test' || state.closedOn) return undefined;
      if (promised) return promised;
      const planned = batch.plan.expects;
      const asked: PlantsToCome = {
        batch,
        state,
        stages,
        situation,
        belief,
        course,
        left,
        chain,
        ...(said.length === 0 && cuts.length === 0 && { unseen: { chain: whole, opened: seenOpen } }),
      };
      const now = plantsToCome(asked);
      const unseen = new SproutBelief(able, course.parts, law, []);
      promised = {
        planned,
        now,
        up: plantsToCome({ ...asked, left: 0 }),
        rest: plantsToCome({ ...asked, state: { ...state, counts: noneUp(state.counts) } }),
        because: causesOf({ planned, now }, factorsOf(batch, state, situation, { ...outlook, unseen }, stages)),
      };
      return promised;
    },
  };
}

const ables = remembered<string, Prospect>(400);

/** What is known of the share of a batch's seeds that are able to sprout once released. */
function ableShare(
  batch: Batch,
  { species, lot }: Situation,
  chain: Chain,
  stages: readonly FollowedStage[],
  opened: number | undefined,
  years: Float64Array | undefined,
): Prospect {
  const viable = viableOn(lot, species, batch.madeOn);
  const turned = stages.some(({ kind }) => STAGES[kind].course === 'turns') ? TURNS_SURVIVAL : 1;
  const links = seedLinks(viable, species, batch.plan.method, chain).map(
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
  const since = method.stages.flatMap(({ kind }, i) => {
    const how = (stages[i]?.startedOn ?? '9999') > looked ? STAGES[kind].opens : undefined;
    return how ? [hardCoat?.[how] ?? 0] : [];
  });
  return 1 - since.reduce((shut, opened) => shut * (1 - opened), 1 - seen);
}
