import type { ContainerFacts } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { degreeDaysToFill, HELD } from '../sowing/growth.ts';
import { paceOf } from '../sowing/separating.ts';
import { isNut } from '../sowing/sown.ts';

/** Degree-days since a seedling is up until its roots hold the ball of its container together, and until they are bound. */
export function degreeDaysToPotOn(
  species: Pick<Species, 'seed' | 'family' | 'life'>,
  { volume_mL }: Pick<ContainerFacts, 'volume_mL'>,
): { ready: number; bound: number } {
  const plant = { pace: paceOf(species), mass_mg: species.seed.thousandSeeds_g, nut: isNut(species) };
  const until = (held: number) => Math.max(0, degreeDaysToFill(held, plant, volume_mL));
  return { ready: until(HELD.ready), bound: until(HELD.bound) };
}
