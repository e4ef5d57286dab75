/** How a seed's first roots grow: fine and many; one that goes down; thick and soft. */
export type Roots = 'fibrous' | 'tap' | 'fleshy';

/** What is lost where a sprout is lifted with its root short, and how fast that grows with the root. Assumptions: 0.01 to 0.10. */
const LIFTED: Record<Roots, { lost: number; byLength: number }> = {
  fibrous: { lost: 0.02, byLength: 0.04 },
  tap: { lost: 0.04, byLength: 0.1 },
  fleshy: { lost: 0.03, byLength: 0.05 },
};
/** The share of what establishing costs that is the handling of a sprout: what comes up where it is sown is spared it. Assumption. */
const HANDLING = 0.2;
/** What is lost of those that come up where they are sown, as a part of what is of handled sprouts. */
export const UNHANDLED_LOSES = 1 - HANDLING;
/** Of what sprouts on the towel, what does in the ground: under a cover, in a flat outdoors, in a bed. Field emergence runs below the laboratory's. */
export const SOIL = { cover: 0.9, outdoorFlat: 0.8, bed: 0.65 };

/** The share of sprouts that live through being lifted, where their roots are `root` times as long as they should be lifted at. */
export function liveThroughLifting(roots: Roots, root = 1): number {
  const { lost, byLength } = LIFTED[roots];
  return (1 - lost) * Math.exp(-byLength * Math.max(0, root - 1));
}

/** What of those that came up where they were sown becomes plants, where `establishes` of sprouts handled do. */
export const establishesUnhandled = (establishes: number): number => 1 - UNHANDLED_LOSES * (1 - establishes);

/** What is known of one seed before it is decided where it sprouts: shares, 0 to 1. */
export interface OneSeed {
  viable: number;
  /** Released, answering to its cues, alive after its treatments. */
  ready: number;
  sprouts: number;
  establishes: number;
  roots: Roots;
}

/** The chance that a seed becomes a plant by way of the towel; `papered`: what lives through roots grown into it. */
export function plantByTowel({ viable, ready, sprouts, establishes, roots }: OneSeed, root = 1, papered = 1): number {
  return viable * ready * sprouts * liveThroughLifting(roots, root) * papered * establishes;
}

/** The chance that a seed sown into mix becomes a plant; `up`: what comes through cover, crust and crowd. */
export function plantBySowing({ viable, ready, sprouts, establishes }: OneSeed, up = 1, soil = SOIL.cover): number {
  return viable * ready * sprouts * soil * up * establishesUnhandled(establishes);
}

/** Containers for one plant: on the towel only what sprouted is potted; sown, some cells stay empty. */
export function containersPerPlant(seed: OneSeed, sown?: { each: number; up?: number }): number {
  if (!sown) return 1 / (liveThroughLifting(seed.roots) * seed.establishes);
  return 1 / (1 - (1 - plantBySowing(seed, sown.up)) ** sown.each);
}
