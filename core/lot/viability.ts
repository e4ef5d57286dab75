import type { Viability } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { normalCdf, normalQuantile } from '../chance/normal.ts';
import { type BetaShare, jeffreys } from '../chance/shares.ts';
import { worthOf } from '../chance/standing.ts';

/** What a packet's figure counts for, in seeds tested. Assumption: laboratories test 400, but not this year and not this bag. */
export const PACKET_WORTH_SEEDS = 50;

/** What is known of a species' viability. */
export type ViabilityOf = Pick<Species, 'usuallyViable' | 'figures' | 'standing' | 'standsFor'>;

/**
 * How viable a lot is, as a distribution to carry on with: its own test, the packet's figure, or the usual share, the handbook's or the nursery's own. `years`
 * in dry storage since then take off what the nursery has learned that they do: in probits, viability falls on a straight line (Ellis and Roberts 1980).
 */
export function viableShare(viability: Viability, species: ViabilityOf, years = 0): BetaShare {
  const ageing = species.figures?.viable?.ageing ?? 0;
  return aged(viability.kind === 'tested' ? jeffreys(viability.viable, viability.tested) : saidShare(viability, species), ageing * years);
}

function saidShare(viability: Exclude<Viability, { kind: 'tested' }>, species: ViabilityOf): BetaShare {
  const [share, worth] =
    viability.kind === 'packet' ? [viability.percent / 100, PACKET_WORTH_SEEDS] : [species.usuallyViable, worthOf(species, 'viable')];
  return { alpha: share * worth + 0.5, beta: (1 - share) * worth + 0.5 };
}

/** A share after it fell by so many probits, known as well as before; never quite nothing, which no Beta can be. */
function aged({ alpha, beta }: BetaShare, fell: number): BetaShare {
  if (fell === 0) return { alpha, beta };
  const worth = alpha + beta;
  const now = Math.max(1e-3, viableAfter(alpha / worth, fell));
  return { alpha: now * worth, beta: (1 - now) * worth };
}

/** The share that is viable after it fell by so many probits. */
export const viableAfter = (share: number, fell: number): number => normalCdf(normalQuantile(share) - fell);
