import type { Sowing } from '@chill/model/container.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { STAGES } from '../kinds/stages.ts';
import { containersFor } from '../mix/containers.ts';
import { rootsOf, usualSowing } from '../sowing/sown.ts';
import type { Proposal } from './proposal.ts';

/** What a method's id ends in where its seed is sown instead of sprouted on a towel. */
const SOWN = '-sown';

/** Where a method sprouts its seed on a towel, or sows it: the stage that may be exchanged for the other; `undefined` where it does neither. */
function ending({ stages }: Pick<Method, 'stages'>): number | undefined {
  const at = stages.length - 2;
  return stages[at] && STAGES[stages[at].kind].course === 'sprouts' && (stages[at].sowing || STAGES[stages[at].kind].packed)
    ? at
    : undefined;
}

/** How a method sows its seed, where it does. */
export const sowingOf = ({ stages }: Pick<Method, 'stages'>): Sowing | undefined => stages.find(({ sowing }) => sowing)?.sowing;

/**
 * The same method with its seed sown into mix instead of sprouted on a towel: as is usual for the species, or as `sowing` says. `undefined` where it never lies
 * on a towel.
 */
export function sownInstead(species: Species, method: Method, sowing: Sowing = usualSowing(species)): Method | undefined {
  const at = ending(method);
  if (at === undefined || method.school === 'towelTest') return undefined;
  const stages: Stage[] = method.stages.map((stage, i) => (i === at ? { kind: 'sown', sowing } : stage));
  const already = method.id.endsWith(SOWN);
  return {
    ...method,
    stages,
    id: already ? method.id : method.id + SOWN,
    name: already ? method.name : say('thenSown', { method: method.name }),
  };
}

/** The id of the method that one with this id is made from. */
export const unsownId = (id: string): string => (id.endsWith(SOWN) ? id.slice(0, -SOWN.length) : id);

/** Lighter seed than this is not picked off a towel, mg; and more plants than this are sown. Common practice. */
const TOWEL_FROM_MG = 0.5;
const MANY_PLANTS = 300;
/** A first root that goes down so fast outgrows its towel, mm a day. Assumption. */
const DOUBTFUL_SHARE = 0.5;
const SURE_SHARE = 0.7;

/** Which of the two suits this seed, and why: the seed itself first, then how many there are and are wanted, then how surely they come. */
export function betterEnding(
  species: Species,
  towel: Proposal,
  sown: Proposal,
  { available, plants }: { available: number; plants: number },
): { sown: boolean; reason: Sentence } {
  const mass_mg = species.seed.thousandSeeds_g;
  const comes = towel.chain.released * towel.chain.answered * towel.chain.survives * towel.chain.sprouts;
  const needs = (proposal: Proposal) => proposal.seeds ?? Number.POSITIVE_INFINITY;
  if (mass_mg < TOWEL_FROM_MG) return { sown: true, reason: say.of('tooFineForTowel') };
  if (species.light === 'needs light') return { sown: true, reason: say.of('lightOnTheSurface') };
  if (needs(sown) > available && needs(towel) <= available)
    return { sown: false, reason: say.of('seedIsScarce', { sown: needs(sown), towel: needs(towel) }) };
  if (comes < DOUBTFUL_SHARE) return { sown: false, reason: say.of('cellsStayEmpty', { percent: Math.round(100 * comes) }) };
  if (plants > MANY_PLANTS) return { sown: true, reason: say.of('manyAreSown', { plants }) };
  if (rootsOf(species) === 'tap') return { sown: true, reason: say.of('tapRootGoesDown') };
  if (comes > SURE_SHARE) return { sown: true, reason: say.of('nearlyAllCome') };
  return { sown: false, reason: say.of('everySproutSeen') };
}

/** Containers and trays that a proposal's seeds are sown into; `undefined` where they are not, or there are none. */
export function containersOf(proposal: Pick<Proposal, 'method' | 'starting'>): { containers: number; trays: number } | undefined {
  const sowing = sowingOf(proposal.method);
  return sowing && proposal.starting > 0 ? containersFor(proposal.starting, sowing) : undefined;
}
