import type { SeedForm } from '@chill/model/species.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/tending.ts';

/** What seedlings are potted into. */
export type Container = 'cell' | 'deepCell' | 'pot' | 'deepPot';

interface ContainerFacts {
  name: string;
  /** Mix that fills one, mL, and how many stand in one tray. Assumptions, by sizes in common use. */
  volume_mL: number;
  perTray: number;
}

/** The one table of containers. */
export const CONTAINERS: Record<Container, ContainerFacts> = wordedRows(say, ['name'], {
  cell: { name: 'cell', volume_mL: 50, perTray: 40 },
  deepCell: { name: 'deepCell', volume_mL: 160, perTray: 32 },
  pot: { name: 'pot', volume_mL: 400, perTray: 18 },
  deepPot: { name: 'deepPot', volume_mL: 1000, perTray: 15 },
});

/** An open tray, which takes up one place in a fridge or on a bench, and the mix that fills it to the brim less a tenth. */
export const OPEN_TRAY = { length_mm: 540, width_mm: 280, volume_mL: 6800 };
const OPEN_TRAY_DM2 = (OPEN_TRAY.length_mm * OPEN_TRAY.width_mm) / 1e4;

/** From this mass on a seed's first root asks for room of its own, and for depth, mg. Assumptions. */
const DEEP_FROM_MG = 8;
const POT_FROM_MG = 60;
const DEEP_POT_FROM_MG = 800;

/** What suits a seed: one pot each for big fast things, cells for the others. */
export function usualContainer({ thousandSeeds_g: mg }: Pick<SeedForm, 'thousandSeeds_g'>): Container {
  if (mg >= DEEP_POT_FROM_MG) return 'deepPot';
  if (mg >= POT_FROM_MG) return 'pot';
  return mg >= DEEP_FROM_MG ? 'deepCell' : 'cell';
}

/** Pairs of true leaves that seedlings have on the day they are separated. Usual, by common practice. */
const SEPARATED_AT_PAIRS = 1.25;
/** Closer than this nobody separates seedlings, to the dm². */
const MOST_TO_DM2 = 200;

/**
 * Seedlings that stand on a dm² until they are separated: their leaves overlap once, and fingers still get between. The spread of the leaves from tip to tip
 * grows with the mass of a seed, mg, and by 1.6 with each pair. Assumption, within a factor of 1.6; 30 to 150 are usual for small seed.
 */
export function seedlingsToDm2({ thousandSeeds_g: mg }: Pick<SeedForm, 'thousandSeeds_g'>, pairs = SEPARATED_AT_PAIRS): number {
  const across_mm = Math.max(3, 14 * mg ** 0.4) * 1.6 ** pairs;
  return Math.min(MOST_TO_DM2, 2e4 / across_mm ** 2);
}

/** How seed is sown that stays in its tray: broadcast over an open one, or one to a container where as many of those go into a tray. */
export interface SownIn {
  /** Absent for an open tray. */
  container?: Container;
  /** Seeds in one tray. */
  perTray: number;
}

/** How a seed is sown, by its size: dust and small seed over an open tray, large seed one to a container. */
export function sownIn(seed: Pick<SeedForm, 'thousandSeeds_g'>): SownIn {
  const container = usualContainer(seed);
  const broadcast = Math.floor(seedlingsToDm2(seed) * OPEN_TRAY_DM2);
  const apart = CONTAINERS[container].perTray;
  return broadcast > apart ? { perTray: broadcast } : { container, perTray: apart };
}

/** Trays that plants in pots stand in, each in a container of its own. */
export const traysOfPlants = (plants: number, seed: Pick<SeedForm, 'thousandSeeds_g'>): number =>
  Math.ceil(plants / CONTAINERS[usualContainer(seed)].perTray);
