import type { Sowing } from '@chill/model/container.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { say } from '@chill/words/methods.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { pieceOf } from '../kinds/media.ts';
import { STAGES } from '../kinds/stages.ts';
import { containersFor } from '../mix/containers.ts';
import { rootsOf, usualSowing } from '../sowing/sown.ts';
import type { Proposal } from './proposal.ts';

/** What a method's id ends in where its seed is sown instead of sprouted on a towel. */
const SOWN = '-sown';

/** How a method sows its seed, where it does. */
export const sowingOf = ({ stages }: Pick<Method, 'stages'>): Sowing | undefined => stages.find(({ sowing }) => sowing)?.sowing;

/**
 * Stages with their seed sown as `sowing` says, instead of on the towel or otherwise than before; without it, on the towel instead of sown. `undefined` where
 * that cannot be: nothing is sown nor lies on a towel, or the seed is sown before it waits.
 */
export function endedAs(stages: readonly Stage[], sowing: Sowing | undefined): Stage[] | undefined {
  const sown = stages.findIndex((stage) => stage.sowing);
  if (sowing && sown >= 0) return stages.map((stage) => (stage.sowing ? { ...stage, sowing } : stage));
  const sprouts = ({ kind }: Stage) => STAGES[kind].course === 'sprouts';
  const at = sowing ? stages.findLastIndex((stage) => sprouts(stage) && STAGES[stage.kind].packed) : sown;
  if (at !== stages.length - 2 || !stages[at] || !sprouts(stages[at])) return undefined;
  return stages.with(at, sowing ? { kind: 'sown', sowing } : { kind: 'warmTowel' });
}

/**
 * A method with its sowing said: seed that waits in its pot or flat is sown before it does, seed that neither lies on a towel nor stands in water comes up where
 * it is sown. A recipe of the handbook says what seed goes through, not into how many cells of which size.
 */
export function withSowing(species: Species, method: Method): Method {
  const { stages } = method;
  if (sowingOf(method) || method.school === 'towelTest') return method;
  const first = stages.find(({ kind, medium }) => medium && pieceOf(medium) === 'tray' && STAGES[kind].course === 'waits');
  const sprouts = stages.some(({ kind }) => STAGES[kind].course === 'sprouts');
  if (!first && sprouts) return method;
  const sowing = usualSowing(species, !first ? 'bench' : STAGES[first.kind].earns === 'winter' ? 'outdoors' : 'fridge');
  const last = stages.length - 1;
  return {
    ...method,
    stages: stages.flatMap((stage, i): Stage[] => [
      ...(i === last && !sprouts ? [{ kind: 'sown' as const, sowing }] : []),
      stage === first ? { ...stage, sowing } : stage,
    ]),
  };
}

/**
 * The same method with its seed sown into mix instead of sprouted on a towel, or sown otherwise: as is usual for the species, or as `sowing` says. `undefined`
 * where it is never sown, nor lies on a towel, and in a test, which asks the towel.
 */
export function sownInstead(species: Species, method: Method, sowing = sowingOf(method) ?? usualSowing(species)): Method | undefined {
  const stages = method.school === 'towelTest' ? undefined : endedAs(method.stages, sowing);
  if (!stages || sowingOf(method)) return stages && { ...method, stages };
  return { ...method, stages, id: method.id + SOWN, name: say('thenSown', { method: method.name }) };
}

/** The id of the method that one with this id is made from. */
export const unsownId = (id: string): string => (id.endsWith(SOWN) ? id.slice(0, -SOWN.length) : id);

/** Lighter seed than this is not picked off a towel, mg; and more plants than this are sown. Common practice. */
const TOWEL_FROM_MG = 0.5;
const MANY_PLANTS = 300;
/** Fewer than half come: cells stay empty; more than so many: hardly any does. Common practice. */
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
