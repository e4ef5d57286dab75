import type { Container, ContainerFacts, Sowing } from '@chill/model/container.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { area_dm2, containerOf, growsAlone, type Into, inGround, SEPARATED_AT_PAIRS, usualContainer } from '../mix/containers.ts';
import { mostSeedlings_perDm2, spread_mm } from '../mix/density.ts';
import { DUST_MG, GRIT_MM, liesOnTop, type SeedToSow, usualCover_mm } from './depth.ts';
import { upDegreeDays } from './emergence.ts';
import { GROUND, groundFor, plantsToM2, seedsIntoGround } from './ground.ts';
import { notDampedOff, throughCover, throughCrust } from './losses.ts';
import { daysUntilDry, USUAL_HUMIDITY, waterToSpare_mm } from './moisture.ts';
import { apart_mm, liveThroughSeparating } from './separate.ts';
import { establishesUnhandled, type Roots, SOIL } from './towelOrMix.ts';

/** Of a species, what its sowing is worked out from. */
type Sowable = Pick<Species, 'seed' | 'light' | 'life' | 'family' | 'pot' | 'sprouting' | 'figures'>;

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
export const SEPARATED_AT = { fibrous: SEPARATED_AT_PAIRS, tap: 0.5, fleshy: 0.5 };
/** Seed lighter than this is sown several to a cell and the best is kept, mg; two, where one would leave cells empty. */
const SEVERAL_BELOW_MG = 8;
const SEVERAL = 2;
/** Small plugs serve small seed, mg. */
const PLUG_BELOW_MG = 1;

/**
 * Where seed waits that is sown first: a flat, or cells that hang together, are too long for a household fridge; outdoors a flat is watched and meshed better
 * than many cells.
 */
export type SownWhere = 'bench' | 'fridge' | 'outdoors';
const OPEN = { bench: 'flat', fridge: 'halfTray', outdoors: 'flat' } as const satisfies Record<SownWhere, Container>;

/**
 * How a species is sown where nobody says otherwise: dust over an open tray; small seed into plugs, in the fridge and outdoors over an open tray too; large seed
 * one to a deep cell or pot.
 */
export const usualSowing = (species: Sowable, where: SownWhere = 'bench'): Sowing => sowingInto(species, usualInto(species, where));

/** How a species is sown into a container, or one of the nursery's own: so many to each that one stands there, or as many as an open tray takes; as deep as is usual. */
export function sowingInto(species: Sowable, container: Container, own?: ContainerFacts): Sowing {
  const into: Into = { container, ...(own && { own }) };
  const { depth_mm, shape } = containerOf(into);
  const several = species.seed.thousandSeeds_g < SEVERAL_BELOW_MG ? SEVERAL : 1;
  const each = shape === 'open' ? seedsInOpen(species, into) : shape === 'ground' ? seedsToM2(species) : several;
  return { ...into, each, cover_mm: Math.round(usualCover_mm(species, depth_mm) * 10) / 10 };
}

function usualInto({ seed }: Sowable, where: SownWhere): Container {
  const mass_mg = seed.thousandSeeds_g;
  const small = mass_mg < SEVERAL_BELOW_MG;
  if (mass_mg < DUST_MG || (small && where !== 'bench')) return OPEN[where];
  if (small) return mass_mg < PLUG_BELOW_MG ? 'plug128' : 'plug72';
  const usual = usualContainer(seed);
  return where === 'fridge' && containerOf({ container: usual }).shape === 'cells' ? 'pot' : usual;
}

/** How seed lies sown in a stage: as that stage says, or the last before it that does; `undefined` until it is sown. */
export const sownBy = (stages: readonly Pick<Stage, 'sowing'>[], index: number): Sowing | undefined =>
  stages.slice(0, index + 1).findLast(({ sowing }) => sowing)?.sowing;

/** Seeds that an open tray takes for as many seedlings as stand in it until they are separated. */
function seedsInOpen(species: Sowable, into: Into): number {
  const seedlings = mostSeedlings_perDm2(species.seed.thousandSeeds_g, SEPARATED_AT[rootsOf(species)]);
  return Math.max(
    1,
    Math.round((seedlings * area_dm2(containerOf(into))) / Math.max(0.05, species.sprouting.share * sproutsInMix(species))),
  );
}

/** Seeds to a square metre of bed for as many plants as are to stand there. */
function seedsToM2(species: Sowable): number {
  const nut = isNut(species);
  return seedsIntoGround(plantsToM2(nut), 1, groundFor(nut));
}

/** Of what would sprout on a towel, the share that does in mix: as the nursery's own results have it, or as is usual. */
export const sproutsInMix = ({ figures }: Pick<Species, 'figures'>): number => figures?.soil?.now ?? SOIL.cover;

/** Degree-days from the root to the shoot that is up. */
export const upFor = (species: Sowable, { cover_mm }: Pick<Sowing, 'cover_mm'>): number =>
  upDegreeDays(species.seed.thousandSeeds_g, cover_mm, isNut(species));

/** Living seedlings to the dm² where so many of `each` come. */
const crowdIn = (species: Sowable, sowing: Sowing) => (sowing.each * species.sprouting.share) / area_dm2(containerOf(sowing));

/** Of what would sprout on the towel, the share that comes up and stands: what sprouts in mix, comes through its cover, and does not damp off in its crowd. */
export const comesUp = (species: Sowable, sowing: Sowing): number =>
  (inGround(sowing) ? SOIL.bed : sproutsInMix(species)) * reachesAir(species, sowing);

/** Living seedlings to the dm² of an open tray once they are up, and how many in 100 more of them damp off than would of one that stands alone. */
export function crowded(species: Sowable, sowing: Sowing): { perDm2: number; lost: number } | undefined {
  if (growsAlone(sowing)) return undefined;
  const crowd = crowdIn(species, sowing);
  return { perDm2: crowd, lost: 1 - notDampedOff({ crowd }) };
}

/** Of what sprouts in mix, the share that comes through its cover and does not damp off in its crowd. */
export function reachesAir(species: Sowable, sowing: Sowing): number {
  const crowd = growsAlone(sowing) ? 0 : crowdIn(species, sowing);
  const crust = throughCrust(inGround(sowing) ? 'loamInRain' : 'mix');
  return crust * throughCover(species.seed.thousandSeeds_g, sowing.cover_mm) * notDampedOff({ crowd });
}

/** The share of what came up that becomes plants: unhandled in containers of their own; separated first out of an open tray. */
export function establishesSown(species: Sowable, sowing: Sowing): number {
  const nut = isNut(species);
  // Fields show what of live, ready seed is a plant a year on. What comes up is a part of that seed, so more of it is.
  if (inGround(sowing))
    return Math.min(1, GROUND[groundFor(nut)].mean / Math.max(1e-6, species.sprouting.share * comesUp(species, sowing)));
  const unhandled = establishesUnhandled(species.pot.establishes);
  if (growsAlone(sowing)) return unhandled;
  const roots = rootsOf(species);
  const pairs = SEPARATED_AT[roots];
  const leaves = spread_mm(species.seed.thousandSeeds_g, pairs);
  return unhandled * liveThroughSeparating(roots, pairs, leaves, apart_mm(Math.max(1, crowdIn(species, sowing))));
}

/** Grit that goes on top of what is sown and winters outdoors: how deep, mm, and how much for so many containers, mL; none over seed that lies bare. */
export function gritOver(species: SeedToSow, into: Into, containers: number): { depth_mm: number; mL: number } {
  const depth_mm = liesOnTop(species) ? 0 : GRIT_MM;
  return { depth_mm, mL: depth_mm * ML_PER_DM2_MM * area_dm2(containerOf(into)) * containers };
}
/** One millimetre over a dm² is so much, mL. */
const ML_PER_DM2_MM = 10;

/** Whatever its mix holds, sown seed is looked at once a week. */
const MOST_DAYS_UNSEEN = 7;

/** Days from one look at what is sown to the next: half of the time in which it would dry, under a film with holes; at least one, at most a week. */
export function lookAfter_days(sowing: Sowing, celsius: number): number {
  const spare = waterToSpare_mm(containerOf(sowing).depth_mm, sowing.cover_mm);
  const days = daysUntilDry(spare, { celsius, humidity: USUAL_HUMIDITY.room, air: 'stillRoom', cover: 'film' });
  return Math.min(MOST_DAYS_UNSEEN, Math.max(1, Math.floor(days / 2)));
}

/** Containers with at least one in them, where `up` of so many seeds have come up in no particular ones, `each` having been sown to each. */
function filledBy(up: number, seeds: number, each: number): number {
  return (seeds / each) * (1 - (1 - Math.min(1, up / Math.max(1, seeds))) ** each);
}

/** Whether what is sown by these stages stays where it is: it is neither potted nor planted out. */
export const staysInGround = (stages: readonly Pick<Stage, 'sowing'>[]): boolean =>
  stages.some(({ sowing }) => sowing !== undefined && inGround(sowing));

/** Whether one is kept of those that come up together: in an open tray they are separated, in the ground they stand apart. */
const keepsOne = (sowing: Sowing): boolean => growsAlone(sowing) && !inGround(sowing);

/** Of those that come up, the share that is kept: where several are sown to a container, one of those that come there; `share` is what comes of each seed. */
export function keptOf(sowing: Sowing, share: number): number {
  const { each } = sowing;
  if (each === 1 || !keepsOne(sowing) || share <= 0) return 1;
  const certain = share >= 1;
  return certain ? 1 / each : Math.min(1, -Math.expm1(each * Math.log1p(-share)) / (each * share));
}

/** How many of those that are up stand beside another in their container, and come off when they are thinned to one. */
export function besideAnother(sowing: Sowing, up: number, seeds: number): number {
  const { each } = sowing;
  return each === 1 || !keepsOne(sowing) ? 0 : Math.max(0, Math.round(up - filledBy(up, seeds, each)));
}
