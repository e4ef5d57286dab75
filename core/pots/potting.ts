import type { ContainerFacts } from '@chill/model/container.ts';
import { containerOf, type Into } from '../mix/containers.ts';
import { MEDIA, type MixPart, mediumWater_mL } from '../mix/water.ts';

/** A mix by parts of volume. */
export type PottingMix = Partial<Record<MixPart, number>>;

/** A mix that drains and holds: two parts of coir, one of perlite, one of sand. Assumption; every nursery has its own. */
export const USUAL_RECIPE: PottingMix = { coir: 2, perlite: 1, sand: 1 };
/** Mix settles in the pot and some falls beside it: so much more is made up. Assumption. */
const SPARE = 1.15;

/** Sprouts that go into containers, so many to each. */
export interface PottedUp extends Into {
  sprouts: number;
  each: number;
}

/** What a potting session takes. */
export interface Session {
  /** Containers and trays of each kind, as they are filled; the last tray may be part full. */
  containers: { container: ContainerFacts; count: number; trays: number }[];
  /** Mix to make up, L, by its parts; and the water that damps it, mL, where its parts are dry. */
  mix_L: number;
  parts_L: PottingMix;
  water_mL: number;
}

/**
 * Containers, trays, mix and water for potting up.
 * @throws {RangeError} for a recipe without any part, or fewer than one sprout to a container.
 */
export function sessionFor(sprouts: readonly PottedUp[], recipe: PottingMix): Session {
  const parts = Object.values(recipe).reduce((sum, part) => sum + part, 0);
  if (!(parts > 0)) throw new RangeError('A mix has a part of something.');
  const counts = new Map<string, { container: ContainerFacts; count: number }>();
  for (const { sprouts: many, each, ...into } of sprouts) {
    if (!(each >= 1)) throw new RangeError('A container holds one sprout or more.');
    const container = containerOf(into);
    // One's own may be called like one in common use and be of another size.
    const kind = `${container.name} ${container.volume_mL}`;
    counts.set(kind, { container, count: (counts.get(kind)?.count ?? 0) + Math.ceil(many / each) });
  }
  const containers = [...counts.values()].map((one) => ({ ...one, trays: Math.ceil(one.count / one.container.perTray) }));
  const mix_L = (SPARE * containers.reduce((sum, { container, count }) => sum + count * container.volume_mL, 0)) / 1000;
  const parts_L: PottingMix = {};
  for (const part of Object.keys(MEDIA) as MixPart[]) {
    const share = recipe[part] ?? 0;
    if (share > 0) parts_L[part] = (mix_L * share) / parts;
  }
  const parts_mL = Object.fromEntries(Object.entries(parts_L).map(([part, litres]) => [part, litres * 1000]));
  return { containers, mix_L, parts_L, water_mL: mix_L > 0 ? mediumWater_mL(parts_mL) : 0 };
}
