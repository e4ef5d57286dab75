import type { Species } from '@chill/model/species.ts';

/** Whether seed must be kept as poisonous: it is, or nobody knows. */
export function keptAsPoison({ hazards }: Pick<Species, 'hazards'>): boolean {
  return hazards.some(({ code }) => code === 'toxic' || code === 'unknown');
}

/** Whether its dust or juice may harm whoever works at it. */
export function harmsByTouch(species: Pick<Species, 'hazards'>): boolean {
  return keptAsPoison(species) || species.hazards.some(({ code }) => code === 'irritant');
}
