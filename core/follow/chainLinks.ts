import type { Method } from '@chill/model/method.ts';
import type { Cue, Species } from '@chill/model/species.ts';
import type { Medium, StageKind } from '@chill/model/stage.ts';
import { handbookLink, type Link, type NamedLink } from '../chance/prospect.ts';
import type { BetaShare } from '../chance/shares.ts';
import { STANDING_WORTH, standingOf, worthOf } from '../chance/standing.ts';
import { mediumOf } from '../kinds/stages.ts';
import { expectedSurvival } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import { GROUND_WORTH } from '../sowing/ground.ts';
import { staysInGround } from '../sowing/sown.ts';
import { meanOfYears } from '../winter/throughYears.ts';
import type { Chain } from './chain.ts';
import { coatOpening } from './coats.ts';
import type { FollowedStage } from './followed.ts';

type PlainCause =
  | 'viable'
  | 'warmth'
  | 'light'
  | 'sprouts'
  | 'released'
  | 'year'
  | 'turns'
  | 'inTime'
  | 'otherwise'
  | 'soil'
  | 'kept'
  | 'establishes';

/** What is not known at a link of the chain from seed to plant: wherever the same stands, in whatever chain, it is the same unknown. */
export type Unknown =
  | { cause: PlainCause }
  | { cause: 'coat'; how: string }
  | { cause: 'smoke' | 'flooding'; given: boolean }
  | { cause: 'rot'; medium: Medium };

/** A link of the chain, and what it is that is not known at it. */
export interface ChainLink extends NamedLink {
  of: Unknown;
}

/** The name by which the draws of an unknown are dealt. */
function dealtAs(of: Unknown): string {
  if ('how' in of) return `${of.cause} ${of.how}`;
  if ('given' in of) return `${of.cause} ${of.given ? 'with' : 'without'}`;
  return 'medium' in of ? `${of.cause} ${of.medium}` : of.cause;
}

/** A link with the name that its unknown goes by. */
export function chainLink(of: Unknown, link: Link): ChainLink {
  return { key: dealtAs(of), of, link };
}

/** A link of nothing but its cause. */
const plain = (cause: PlainCause, link: Link) => chainLink({ cause }, link);

/** The links before the seed is released, and what it takes to sprout: those that a towel test of the lot goes through as well. */
export function seedLinks(
  viable: BetaShare,
  species: Species,
  method: Method,
  chain: Pick<Chain, 'warmth' | 'lit' | 'sprouts' | 'soil'>,
): ChainLink[] {
  const { smoke, flooding, figures } = species;
  const cues = STANDING_WORTH[standingOf(species, 'cues')];
  const has = (kind: StageKind) => method.stages.some((stage) => stage.kind === kind);
  const cue = (cause: 'smoke' | 'flooding', of: Cue | undefined, given: boolean): ChainLink[] =>
    of ? [chainLink({ cause, given }, handbookLink(given ? of.with : of.without, cues))] : [];
  const { how, share } = coatOpening(species, method);
  const opened = how === 'openCoat' || how === 'hotWater' ? worthOf(species, how) : STANDING_WORTH[standingOf(species, 'coat')];
  return [
    plain('viable', viable),
    chainLink({ cause: 'coat', how }, handbookLink(share, opened)),
    ...cue('smoke', smoke, has('smoke')),
    ...cue('flooding', flooding, has('flood')),
    plain('warmth', handbookLink(chain.warmth, cues)),
    ...(chain.lit < 1 ? [plain('light', handbookLink(chain.lit, cues))] : []),
    plain('sprouts', handbookLink(chain.sprouts, worthOf(species, 'sprouts'))),
    ...(chain.soil < 1 ? [plain('soil', handbookLink(chain.soil, figures?.soil?.worth))] : []),
  ];
}

/**
 * What stages lose, with what is not known of it: rot by the nursery's own unknown multiplier, one in each medium however many stages lie in it; and what is
 * lost otherwise, to animals or in the freezer. Plan and page have it from here.
 */
export function lossLinks(
  stages: readonly Pick<FollowedStage, 'kind' | 'medium' | 'exposure' | 'rotShape' | 'survives' | 'curve'>[],
): ChainLink[] {
  const rotting = stages.filter(({ exposure }) => exposure).map((stage) => ({ ...stage, medium: mediumOf(stage) }));
  const media = [...new Set(rotting.map(({ medium }) => medium))];
  const rot = media.map((medium): ChainLink => {
    const mine = rotting.filter((stage) => stage.medium === medium);
    const exposure = mine.reduce((sum, stage) => sum + (stage.exposure ?? 0), 0);
    const shape = mine.find(({ rotShape }) => rotShape !== undefined)?.rotShape ?? ROT_PRIOR.shape;
    return chainLink({ cause: 'rot', medium }, { exposure, shape });
  });
  const otherwise = stages.reduce(
    (share, { survives, exposure = 0, rotShape, curve }) =>
      share * Math.min(1, survives / (curve || exposure > 0 ? expectedSurvival(exposure, rotShape ?? ROT_PRIOR.shape) : 1)),
    1,
  );
  return [...rot, plain('otherwise', otherwise)];
}

/** The whole chain with what is not known of it: the handbook's shares are worth what they rest on, and rot has the nursery's own unknown multiplier in each medium. */
export function chainLinks(
  viable: BetaShare,
  species: Species,
  method: Method,
  chain: Chain,
  stages: readonly FollowedStage[],
): ChainLink[] {
  const years = stages.find(({ releasedByYears }) => releasedByYears)?.releasedByYears;
  const inYears = years && meanOfYears(years);
  return [
    ...seedLinks(viable, species, method, chain),
    plain('released', inYears ? chain.released / inYears : chain.released),
    ...(years ? [plain('year', { values: years })] : []),
    ...lossLinks(stages),
    ...keptLink(chain),
    establishesLink(species, method, chain.establishes),
  ];
}

/** The share that is kept of those that come up, where several come to a container. */
export const keptLink = ({ kept }: Pick<Chain, 'kept'>): ChainLink[] => (kept < 1 ? [plain('kept', kept)] : []);

/** The share of seedlings potted that become plants; in the ground it is known least. */
export function establishesLink(
  species: Pick<Species, 'figures' | 'standing' | 'standsFor'>,
  { stages }: Method,
  share: number,
): ChainLink {
  return plain('establishes', handbookLink(share, staysInGround(stages) ? GROUND_WORTH : worthOf(species, 'establishes')));
}
