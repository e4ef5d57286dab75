import type { Container, Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import { area_dm2, CONTAINERS, growsAlone, usualContainer } from '../mix/containers.ts';
import { mostSeedlings_perDm2, spread_mm } from '../mix/density.ts';
import { DUST_MG, usualCover_mm } from './depth.ts';
import { upDegreeDays } from './emergence.ts';
import { notDampedOff, throughCover } from './losses.ts';
import { daysUntilDry, USUAL_HUMIDITY, waterToSpare_mm } from './moisture.ts';
import { apart_mm, liveThroughSeparating } from './separate.ts';
import { establishesUnhandled, type Roots, SOIL } from './towelOrMix.ts';

/** Of a species, what its sowing is worked out from. */
type Sowable = Pick<Species, 'seed' | 'light' | 'life' | 'family' | 'pot' | 'sprouting'>;

/** Families whose first root goes down, and those with thick, soft roots. A rule that stands in where a handbook is silent. */
const TAP = new Set([
  'Fabaceae',
  'Apiaceae',
  'Apocynaceae',
  'Papaveraceae',
  'Malvaceae',
  'Fagaceae',
  'Juglandaceae',
  'Sapindaceae',
  'Arecaceae',
]);
const FLESHY = new Set(['Liliaceae', 'Amaryllidaceae', 'Asparagaceae', 'Melanthiaceae', 'Araceae', 'Paeoniaceae']);
/** A pine from so heavy a seed goes down first, mg; and a tree's or shrub's seed so heavy is a nut, whose shoot sleeps longer. */
const TAP_PINE_MG = 20;
const NUT_MG = 300;

/** How a species' first roots grow, by a rule. */
export function rootsOf({ family, seed }: Pick<Species, 'family' | 'seed'>): Roots {
  if (TAP.has(family) || (family === 'Pinaceae' && seed.thousandSeeds_g > TAP_PINE_MG)) return 'tap';
  return FLESHY.has(family) ? 'fleshy' : 'fibrous';
}

/** Whether a seed is a nut that stays below ground when it sprouts, by a rule. */
export const isNut = ({ life, seed }: Pick<Species, 'life' | 'seed'>): boolean =>
  (life === 'tree' || life === 'shrub') && seed.thousandSeeds_g >= NUT_MG;

/** Seedlings are separated with so many pairs of leaves: by common practice one and a quarter; tap roots at the seed-leaves. */
const SEPARATED_AT = { fibrous: 1.25, tap: 0.5, fleshy: 0.5 };
/** Seed lighter than this is sown several to a cell and the best is kept, mg; two, where one would leave cells empty. */
const SEVERAL_BELOW_MG = 8;
const SEVERAL = 2;
/** Small plugs serve small seed, mg. */
const PLUG_BELOW_MG = 1;

/** How a species is sown where nobody says otherwise: dust over a flat, small seed into plugs, large seed one to a deep cell or pot. */
export function usualSowing(species: Sowable): Sowing {
  const mass_mg = species.seed.thousandSeeds_g;
  const dust = mass_mg < DUST_MG;
  const container: Container = dust
    ? 'flat'
    : mass_mg < PLUG_BELOW_MG
      ? 'plug128'
      : mass_mg < SEVERAL_BELOW_MG
        ? 'plug72'
        : usualContainer(species.seed);
  const { depth_mm } = CONTAINERS[container];
  const each = dust ? seedsInOpen(species, container) : mass_mg < SEVERAL_BELOW_MG ? SEVERAL : 1;
  return { container, each, cover_mm: Math.round(usualCover_mm(species, depth_mm) * 10) / 10 };
}

/** Seeds that an open tray takes for as many seedlings as stand in it until they are separated. */
function seedsInOpen(species: Sowable, container: Container): number {
  const seedlings = mostSeedlings_perDm2(species.seed.thousandSeeds_g, SEPARATED_AT[rootsOf(species)]);
  return Math.max(1, Math.round((seedlings * area_dm2(CONTAINERS[container])) / Math.max(0.05, species.sprouting.share * SOIL.cover)));
}

/** Degree-days from the root to the shoot that is up. */
export const upFor = (species: Sowable, { cover_mm }: Pick<Sowing, 'cover_mm'>): number =>
  upDegreeDays(species.seed.thousandSeeds_g, cover_mm, isNut(species));

/** Living seedlings to the dm² where so many of `each` come. */
const crowdIn = (species: Sowable, { container, each }: Sowing) => (each * species.sprouting.share) / area_dm2(CONTAINERS[container]);

/** Of what would sprout on the towel, the share that comes up and stands: what sprouts in mix, comes through its cover, and does not damp off in its crowd. */
export function comesUp(species: Sowable, sowing: Sowing): number {
  const crowd = growsAlone(sowing) ? 0 : crowdIn(species, sowing);
  return SOIL.cover * throughCover(species.seed.thousandSeeds_g, sowing.cover_mm) * notDampedOff({ crowd });
}

/** The share of what came up that becomes plants: unhandled in containers of their own; separated first out of an open tray. */
export function establishesSown(species: Sowable, sowing: Sowing): number {
  const unhandled = establishesUnhandled(species.pot.establishes);
  if (growsAlone(sowing)) return unhandled;
  const roots = rootsOf(species);
  const pairs = SEPARATED_AT[roots];
  const leaves = spread_mm(species.seed.thousandSeeds_g, pairs);
  return unhandled * liveThroughSeparating(roots, pairs, leaves, apart_mm(Math.max(1, crowdIn(species, sowing))));
}

/** Whatever its mix holds, sown seed is looked at once a week. */
const MOST_DAYS_UNSEEN = 7;

/** Days from one look at what is sown to the next: half of the time in which it would dry, under a film with holes; at least one, at most a week. */
export function lookAfter_days({ container, cover_mm }: Sowing, celsius: number): number {
  const spare = waterToSpare_mm(CONTAINERS[container].depth_mm, cover_mm);
  const days = daysUntilDry(spare, { celsius, humidity: USUAL_HUMIDITY.room, air: 'stillRoom', cover: 'film' });
  return Math.min(MOST_DAYS_UNSEEN, Math.max(1, Math.floor(days / 2)));
}
