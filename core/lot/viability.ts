import type { Viability } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { type BetaShare, jeffreys } from '../chance/shares.ts';

/** What a packet's figure counts for, in seeds tested. Assumption: laboratories test 400, but not this year and not this bag. */
export const PACKET_WORTH_SEEDS = 50;

/** What the handbook's usual share counts for, in seeds tested (science: prior worth 10 seeds). */
export const HANDBOOK_WORTH_SEEDS = 10;

/** How viable a lot is, as a distribution to carry on with: its own test, the packet's figure, or the handbook's usual share. */
export function viableShare(viability: Viability, species: Pick<Species, 'usuallySound'>): BetaShare {
  if (viability.kind === 'tested') return jeffreys(viability.sound, viability.tested);
  const [share, worth] =
    viability.kind === 'packet' ? [viability.percent / 100, PACKET_WORTH_SEEDS] : [species.usuallySound, HANDBOOK_WORTH_SEEDS];
  return { alpha: share * worth + 0.5, beta: (1 - share) * worth + 0.5 };
}
