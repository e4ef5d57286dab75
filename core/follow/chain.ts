import type { Method } from '@chill/model/method.ts';
import type { Cue, Species } from '@chill/model/species.ts';
import type { StageKind } from '@chill/model/stage.ts';
import {
  type Brought,
  type Credit,
  driedBy,
  NO_CREDIT,
  type Requirement,
  releasedWithCredit,
  requirementsOf,
} from '../chill/requirement.ts';
import type { StageFacts } from '../kinds/stages/kind.ts';
import { STAGES } from '../kinds/stages.ts';
import { comesUp, establishesSown, keptOf } from '../sowing/sown.ts';
import { litShare } from '../sprout/light.ts';
import { coatOpened } from './coats.ts';
import type { FollowedStage } from './followed.ts';
import { isTakenUp, sproutingStage } from './stageOrder.ts';
import { warmthShare } from './whereItSprouts.ts';

/** The links of the chain from a viable seed to a plant, each a share 0 to 1. */
export interface Chain {
  opened: number;
  released: number;
  /** Answers to the cues that are given or not: smoke, flooding. */
  answered: number;
  survives: number;
  /** Those that come at the warmth they get: less than all where the seed wants warm days and cool nights, none where it never sprouts at that temperature. */
  warmth: number;
  /** Those that come in the light, or the dark, that the place has: all where it has what the seed wants, or nobody said what it has. */
  lit: number;
  sprouts: number;
  /** Those that come up and stand, of what would sprout on a towel: all where it sprouts on one. */
  soil: number;
  /** Those that are kept, of those that come up: all where each stands alone. */
  kept: number;
  establishes: number;
}

/** What of a stage its chain is made from: as it is planned, or as it went. */
export type ChainStage = Pick<FollowedStage, 'kind' | 'temperature_C' | 'halfSwing_C' | 'curve' | 'released' | 'survives'> &
  Partial<Pick<FollowedStage, 'days' | 'degrees' | 'light' | 'start' | 'sowing'>>;

/**
 * The chain from a viable seed to a plant along a method. A cue that the method leaves out releases only those that need none of it, with what of it the seed
 * brings along: a past winter, months in the drawer.
 */
export function chainOf(species: Species, method: Method, stages: readonly ChainStage[], brought: Brought = {}): Chain {
  const { credit = NO_CREDIT } = brought;
  const sowing = stages[sproutingStage(method)]?.sowing;
  const { ripening, warm, cold } = requirementsOf(species);
  const times = (what: StageFacts['earns']) => stages.filter(({ kind, curve }) => STAGES[kind].earns === what && curve).length;
  const product = (pick: (stage: ChainStage) => number) => stages.reduce((all, stage) => all * pick(stage), 1);
  const without = (requirement: Requirement | undefined, missing: number, had: Credit = NO_CREDIT) => {
    if (!requirement || missing <= 0) return 1;
    return releasedWithCredit(0, requirement, had) * requirement.releasedWithout ** (missing - 1);
  };
  const winters = (species.cold.need !== 'none' && species.cold.winters) || 1;
  const outside = times('winter');
  const missed =
    without(ripening, 1 - times('ripening'), driedBy(brought, stages[0]?.start)) *
    without(warm, 1 - times('warmth') - outside) *
    without(cold, winters - times('cold') - outside * winters, times('cold') + outside > 0 ? NO_CREDIT : credit);
  const chain = {
    opened: coatOpened(species, method),
    released: stages.reduce((all, { released }, i) => (isTakenUp(species, stages, i) ? all : all * released), 1) * missed,
    answered: cuesAnswered(species, method),
    survives: product((stage) => stage.survives),
    warmth: warmthShare(species, stages, sproutingStage(method)),
    lit: litShare(species, stages[sproutingStage(method)]?.light),
    sprouts: species.sprouting.share,
    soil: sowing ? comesUp(species, sowing) : 1,
    establishes: establishesAlong(species, method, stages),
  };
  // A lot's own viability does not bear on what is planned by the recipe: how often two meet in one container is told by what is usual.
  const comes = species.usuallyViable * chainShare({ ...chain, kept: 1, establishes: 1 });
  return { ...chain, kept: sowing ? keptOf(sowing, comes) : 1 };
}

/** The share of those that came up which becomes plants: handled from the towel, or grown on from where they were sown. */
export function establishesAlong(species: Species, method: Method, stages: readonly Pick<FollowedStage, 'sowing'>[]): number {
  const sowing = stages[sproutingStage(method)]?.sowing;
  return sowing ? establishesSown(species, sowing) : species.pot.establishes;
}

/** The share that answers to the cues which are given or not: 1 where the species asks for none. */
export function cuesAnswered({ smoke, flooding }: Species, method: Method): number {
  const given = (kind: StageKind) => method.stages.some((stage) => stage.kind === kind);
  const share = (cue: Cue | undefined, kind: StageKind) => (cue ? (given(kind) ? cue.with : cue.without) : 1);
  return share(smoke, 'smoke') * share(flooding, 'flood');
}

/** The chance that one viable seed becomes a plant, 0 to 1. */
export function chainShare(chain: Chain): number {
  return (
    chain.opened *
    chain.released *
    chain.answered *
    chain.survives *
    chain.warmth *
    chain.lit *
    chain.sprouts *
    chain.soil *
    chain.kept *
    chain.establishes
  );
}
