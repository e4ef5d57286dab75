import type { Batch } from '@chill/model/batch.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { equallyLikely, multiply, type Prospect, prospectOf, rangeOf, spreadBy, summed, type TestEvidence } from '../chance/prospect.ts';
import type { BetaShare } from '../chance/shares.ts';
import { STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import type { Counts } from '../ledger/states.ts';
import { viableOn } from '../lot/lotLedger.ts';
import { potsSoFar, seedlingsFrom } from '../pots/survival.ts';
import { besideOthers } from '../pots/thinning.ts';
import type { SproutBelief } from '../sprout/belief.ts';
import type { Cause } from './causes.ts';
import type { Chain } from './chain.ts';
import { establishesAlong } from './chain.ts';
import { type ChainLink, chainLinks, establishesLink, keptLink, lossLinks } from './chainLinks.ts';
import type { FollowedStage } from './followed.ts';
import type { Situation } from './situation.ts';
import { towelEvidence } from './towelTest.ts';
import type { WarmthCourse } from './warmthCourse.ts';

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

/** A lot as far as its seed's chance goes: how viable it is believed to be, and what its towel tests have shown. */
interface Tested {
  viable: BetaShare;
  evidence?: readonly TestEvidence[] | undefined;
}

/**
 * What is known of the chance that one seed becomes a plant, before anything has been seen of it: the whole chain. Plan and page have it from here.
 * `opened` is the share of the coats that was seen to let water in; `spread` how much wider the nursery's own results make what is not known.
 */
export function plantProspect(
  species: Species,
  method: Method,
  stages: readonly FollowedStage[],
  chain: Chain,
  { viable, evidence, opened, spread = 1 }: Tested & { opened?: number | undefined; spread?: number | undefined },
): Prospect {
  const links = chainLinks(viable, species, method, chain, stages);
  const seen = links.map((one): ChainLink => (opened !== undefined && one.of.cause === 'coat' ? { ...one, link: opened } : one));
  return spreadBy(prospectOf(seen, undefined, evidence), spread);
}

/** What plants are counted on from. */
export interface PlantsToCome {
  batch: Batch;
  state: BatchState;
  stages: readonly FollowedStage[];
  situation: Situation;
  belief: SproutBelief;
  course: Pick<WarmthCourse, 'warmth'>;
  left: number;
  chain: Pick<Chain, 'kept'>;
  /** The chain, and what was seen of the coats, where nothing has been seen of the seeds yet. */
  unseen?: { chain: Chain; opened: number | undefined };
}

/** The counts of a batch without those that are up already. */
export const noneUp = (counts: Counts): Counts => ({ ...counts, sprouted: 0, potted: 0, established: 0, plantedOut: 0 });

/** So many values tell what is known of a chance. */
const CHANCE_PARTS = 128;

/**
 * Plants to come of those still waiting, those up and those in pots, 9 times in 10; those established count as they are. As long as nothing has been seen it is
 * the plan's own sum. Seedlings in pots have part of their risk behind them, and how many have died there tells of the share that establishes at all.
 */
export function plantsToCome(asked: PlantsToCome): Coming {
  const { batch, state, stages, situation, left, unseen } = asked;
  const { species, lot, nursery } = situation;
  const { spread } = nursery.settings;
  const { sprouted, potted, established, plantedOut } = state.counts;
  // Those that share a container with one that is to stay make no plant of their own.
  const growing = Math.max(0, potted - state.toThin);
  const sure = established + plantedOut;
  const may = left + sprouted + growing;
  if (may === 0) return { low: sure, high: sure, sure, may, prospect: prospectOf([0]) };
  const viable = viableOn(lot, species, batch.madeOn);
  const prospect =
    unseen && may === left
      ? plantProspect(species, batch.plan.method, stages, unseen.chain, {
          viable,
          spread,
          opened: unseen.opened,
          evidence: towelEvidence(species, lot.towelTests ?? [], viable, lot),
        })
      : spreadBy(seenProspect(asked, { growing, sure, may }), spread ?? 1);
  const { low, high } = rangeOf(may, prospect);
  return { low: low + sure, high: high + sure, sure, may, prospect };
}

/** The same once something has been seen: what is believed of those waiting, by the day, and what is known of those in pots. */
function seenProspect(
  { batch, state, stages, situation: { species }, belief, course, left, chain }: PlantsToCome,
  { growing, sure, may }: { growing: number; sure: number; may: number },
): Prospect {
  const { sprouted, potted } = state.counts;
  // Equally likely values of the chance of those waiting, each with its own luck with rot; then of all, each with its own in the pot.
  const draws = equallyLikely(belief.prospect(course.warmth.at(-1)), CHANCE_PARTS);
  // What the freezer takes stands in the share of those able already.
  for (const link of keptLink(chain)) multiply(draws, link);
  for (const link of lossLinks(stages.filter(({ kind }) => STAGES[kind].course !== 'turns'))) multiply(draws, link);
  const waits = draws.length === CHANCE_PARTS ? draws : new Float64Array(CHANCE_PARTS).fill(draws[0] as number);
  const establishes = new Float64Array(CHANCE_PARTS).fill(1);
  multiply(establishes, establishesLink(species, batch.plan.method, establishesAlong(species, batch.plan.method, stages)));
  const soFar = potsSoFar(batch);
  const seedlings = Array.from(establishes, (share) => seedlingsFrom(share, soFar, potted + sure));
  const most = Math.max(...seedlings.map(({ logLikelihood }) => logLikelihood));
  const weights = Float64Array.from(seedlings, ({ logLikelihood }) => Math.exp(logLikelihood - most));
  const whole = weights.reduce((sum, one) => sum + one, 0);
  // Which of those that came up share a container nobody has counted before they are thinned.
  const alone = growing > 0 ? Math.max(0, 1 - besideOthers(batch, state) / growing) : 1;
  const plants = establishes.map(
    (share, i) => ((left * (waits[i] as number) + sprouted) * share + growing * alone * (seedlings[i] as { chance: number }).chance) / may,
  );
  return summed(
    plants,
    weights.map((one) => one / whole),
  );
}
