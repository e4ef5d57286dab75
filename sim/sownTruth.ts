import { normalCdf } from '@chill/core/chance/normal.ts';
import { CONTAINERS } from '@chill/core/mix/containers.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';

/**
 * What sowing does to seed, written out again from science-growing 1 and 3: how far behind its root a shoot is up, what is lost on the way and in a crowd, and
 * what separating costs. Only the sizes of containers are read in their one table.
 */
export interface SownTruth {
  /** Degree-days from root to shoot. */
  up: number;
  /** Of what would sprout on a towel, the share that is up. */
  soil: number;
  /** Of what is up, the share that grows into a plant, where `establishes` of potted sprouts do. */
  plants: number;
  /** Seeds in one container of which one is kept; 1 where all are. */
  shared: number;
  /** What the share of plants is worth, in seeds seen, where it is not worth ten. */
  worth?: number;
}

const TAP = /^(Fabaceae|Apiaceae|Apocynaceae|Papaveraceae|Malvaceae|Fagaceae|Juglandaceae|Sapindaceae|Arecaceae)$/;
const FLESHY = /^(Liliaceae|Amaryllidaceae|Asparagaceae|Melanthiaceae|Araceae|Paeoniaceae)$/;
/** Lost at best, by each pair too late, by tangling; and the pairs at which each kind of root is separated. */
const ROOTS = {
  fibrous: { lost: 0.04, late: 0.05, from: 1.5, tangle: 0.04, at: 1.25 },
  tap: { lost: 0.08, late: 0.25, from: 0.5, tangle: 0.1, at: 0.5 },
  fleshy: { lost: 0.1, late: 0.05, from: 0.5, tangle: 0.05, at: 0.5 },
};

/** What is true of a species sown so. */
export function sownTruth({ seed, family, life, sprouting, pot }: Species, { container, own, each, cover_mm }: Sowing): SownTruth {
  const m = seed.thousandSeeds_g;
  const { shape, top_mm } = own ?? CONTAINERS[container];
  const alone = shape !== 'open';
  const nut = (life === 'tree' || life === 'shrub') && m >= 300;
  const shoot = Math.min(2, Math.max(0.1, 0.25 * Math.cbrt(m)));
  const deepest = 27.3 * m ** 0.334;
  const through = cover_mm > 0 ? normalCdf(Math.log((0.6 * deepest) / cover_mm) / 0.4) : 1;
  const crowd = alone ? 0 : (each * sprouting.share) / ((top_mm[0] * top_mm[1]) / 1e4);
  const damped = Math.exp(-Math.max(0, 0.03 * (1 + crowd / 30 - 1)));
  const pineTap = family === 'Pinaceae' && m > 20;
  const roots = ROOTS[TAP.test(family) || pineTap ? 'tap' : FLESHY.test(family) ? 'fleshy' : 'fibrous'];
  const wide = Math.max(3, 14 * m ** 0.4) * 1.6 ** roots.at;
  const apart = 100 / Math.sqrt(Math.max(1, crowd));
  const separated =
    (1 - roots.lost) * Math.exp(-roots.late * Math.max(0, roots.at - roots.from) - roots.tangle * Math.max(0, (1.3 * wide) / apart - 1));
  const unhandled = 1 - 0.8 * (1 - pot.establishes);
  if (shape === 'ground') {
    // A bed of loam that rain beats; of live, ready seed a quarter is plants a year on, of nuts under wire 45 in 100.
    const soil = 0.65 * 0.85 * through;
    return {
      up: (nut ? 200 : 50) + cover_mm / shoot,
      soil,
      plants: Math.min(1, (nut ? 0.45 : 0.25) / (sprouting.share * soil)),
      shared: 1,
      worth: 4,
    };
  }
  return {
    up: (nut ? 200 : 50) + cover_mm / shoot,
    soil: 0.9 * through * damped,
    plants: alone ? unhandled : unhandled * separated,
    shared: alone ? each : 1,
  };
}
