import type { Container, ContainerFacts, ContainerShape, Sowing } from '@chill/model/container.ts';
import type { Shelf } from '@chill/model/place.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/tending.ts';
import { mostSeedlings_perDm2 } from './density.ts';

type Size = Omit<ContainerFacts, 'name'>;

const cells = (volume_mL: number, top: number, depth_mm: number, perTray: number): Size => ({
  shape: 'cells',
  volume_mL,
  top_mm: [top, top],
  depth_mm,
  perTray,
});
const alone = (shape: ContainerShape, volume_mL: number, top: number, depth_mm: number, perTray: number): Size => ({
  ...cells(volume_mL, top, depth_mm, perTray),
  shape,
});
const block = (volume_mL: number, wide_mm: number, perTray: number): Size => ({
  ...alone('block', volume_mL, wide_mm, wide_mm, perTray),
  airPruned: true,
});
const open = (volume_mL: number, length: number, width: number, perTray: number, depth_mm = 45): Size => ({
  shape: 'open',
  volume_mL,
  top_mm: [length, width],
  depth_mm,
  perTray,
});
/** Pots by their width, cm: round ones hold 0.48 of its cube, square ones 0.70, and stand side by side in a tray. */
const inTray = (wide_cm: number) => Math.floor(54 / wide_cm) * Math.floor(28 / wide_cm);
const round = (wide_cm: number) => alone('pot', Math.round(0.48 * wide_cm ** 3), 10 * wide_cm, 9 * wide_cm, inTray(wide_cm));
const square = (wide_cm: number) => alone('pot', Math.round(0.7 * wide_cm ** 3), 10 * wide_cm, 10 * wide_cm, inTray(wide_cm));

/** The one table of containers. Common practice throughout. */
export const CONTAINERS: Record<Container, ContainerFacts> = wordedRows(say, ['name'], {
  plug288: { name: 'plug288', ...cells(6, 20, 28, 288) },
  plug200: { name: 'plug200', ...cells(11, 24, 35, 200) },
  plug128: { name: 'plug128', ...cells(22, 30, 45, 128) },
  plug72: { name: 'plug72', ...cells(48, 40, 55, 72) },
  cell: { name: 'cell', ...cells(50, 42, 55, 40) },
  plug50: { name: 'plug50', ...cells(75, 49, 58, 50) },
  plug32: { name: 'plug32', ...cells(140, 60, 65, 32) },
  cone65: { name: 'cone65', ...cells(65, 25, 160, 160) },
  deepCell: { name: 'deepCell', ...cells(160, 38, 210, 32) },
  cone650: { name: 'cone650', ...cells(650, 64, 250, 26) },
  hinged175: { name: 'hinged175', ...cells(175, 38, 120, 56), airPruned: true },
  hinged350: { name: 'hinged350', ...cells(350, 50, 200, 32), airPruned: true },
  pot: { name: 'pot', ...square(8), volume_mL: 400, perTray: 18 },
  deepPot: { name: 'deepPot', ...alone('pot', 1000, 90, 140, 15) },
  tree2500: { name: 'tree2500', ...alone('pot', 2500, 100, 300, 13) },
  round8: { name: 'round8', ...round(8) },
  round10: { name: 'round10', ...round(10) },
  round13: { name: 'round13', ...round(13) },
  round20: { name: 'round20', ...round(20) },
  square7: { name: 'square7', ...square(7) },
  square9: { name: 'square9', ...square(9) },
  square11: { name: 'square11', ...square(11) },
  flat: { name: 'flat', ...open(6800, 540, 280, 1) },
  seedTray: { name: 'seedTray', ...open(3500, 370, 230, 1) },
  halfTray: { name: 'halfTray', ...open(1500, 225, 165, 4) },
  block20: { name: 'block20', ...block(8, 20, 288) },
  block40: { name: 'block40', ...block(60, 40, 72) },
  block50: { name: 'block50', ...block(110, 50, 45) },
  cup200: { name: 'cup200', ...alone('pot', 180, 70, 90, 28) },
  cup500: { name: 'cup500', ...alone('pot', 450, 90, 120, 15) },
  bag1: { name: 'bag1', ...alone('bag', 1000, 80, 200, 18) },
  bag3: { name: 'bag3', ...alone('bag', 3000, 130, 230, 8) },
  bag10: { name: 'bag10', ...alone('bag', 10_000, 220, 260, 2) },
  tub1: { name: 'tub1', ...open(1000, 110, 110, 10, 105) },
  box5: { name: 'box5', ...open(5000, 330, 200, 2, 80) },
  // A square metre of ground, as deep as it is dug.
  bed: { name: 'bed', shape: 'ground', volume_mL: 0, top_mm: [1000, 1000], depth_mm: 300, perTray: 1 },
});

/** Into what seed is sown. */
export type Into = Pick<Sowing, 'container' | 'own'>;

/** The measures of what seed is sown into. */
export const containerOf = ({ container, own }: Into): ContainerFacts => own ?? CONTAINERS[container];

/** The area of a container's top, dm². */
export const area_dm2 = ({ top_mm: [length, width] }: Pick<ContainerFacts, 'top_mm'>): number => (length * width) / 1e4;

/** A household fridge's shelf, where nobody measured: assumption. */
export const FRIDGE_SHELF: Shelf = { width_mm: 480, depth_mm: 320, height_mm: 170, shelves: 1 };
/** A container's rim, and the hand's room above it, mm. Assumptions. */
const RIM_MM = 10;
const HAND_MM = 15;

/** Height that what is so deep takes on a shelf, mm. */
export const standsAbove_mm = (depth_mm: number): number => depth_mm + RIM_MM + HAND_MM;

/** How many of a container, or of trays of so large a top, stand on shelves, all turned either way, one above the other where there is height. */
export function fitsOn(
  { width_mm: wide, depth_mm: deep, height_mm, shelves }: Shelf,
  { top_mm: [a, b], depth_mm }: Pick<ContainerFacts, 'top_mm' | 'depth_mm'>,
): number {
  const onFloor = Math.max(Math.floor(wide / a) * Math.floor(deep / b), Math.floor(wide / b) * Math.floor(deep / a));
  return shelves * onFloor * Math.floor(height_mm / standsAbove_mm(depth_mm));
}

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
export const SEPARATED_AT_PAIRS = 1.25;

/** Seedlings that stand on a dm² until they are separated. */
export const seedlingsToDm2 = ({ thousandSeeds_g: mg }: Pick<SeedForm, 'thousandSeeds_g'>, pairs = SEPARATED_AT_PAIRS): number =>
  mostSeedlings_perDm2(mg, pairs);

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
  const broadcast = Math.floor(seedlingsToDm2(seed) * area_dm2(CONTAINERS.flat));
  const apart = CONTAINERS[container].perTray;
  return broadcast > apart ? { perTray: broadcast } : { container, perTray: apart };
}

/** Whether what comes up stands in a container of its own, and grows on there; in an open tray it is pricked out. */
export const growsAlone = (sowing: Into): boolean => containerOf(sowing).shape !== 'open';

/** Whether seed is sown where its plants stay: into the ground, of which the square metres are counted. */
export const inGround = (sowing: Into): boolean => containerOf(sowing).shape === 'ground';

/** Containers that so many seeds are sown into, and the trays that those stand in: an open tray is one by itself. */
export function containersFor(seeds: number, sowing: Sowing): { containers: number; trays: number } {
  const containers = Math.ceil(seeds / sowing.each);
  return { containers, trays: Math.ceil(containers / containerOf(sowing).perTray) };
}

/** A tray of 540 × 280 mm, in which cells hang together. */
const TRAY_MM = [540, 280] as const;

/** What of a container stands on a shelf, from above, mm: cells as the whole tray in which they hang together, all others by themselves. */
export const onShelf = ({ shape, top_mm }: ContainerFacts): { top_mm: [number, number]; whole: boolean } =>
  shape === 'cells' ? { top_mm: [...TRAY_MM], whole: true } : { top_mm, whole: false };

/** How many of a container fit on measured shelves. */
export function fitsOnShelves(shelf: Shelf, facts: ContainerFacts): number {
  const { top_mm, whole } = onShelf(facts);
  return (whole ? facts.perTray : 1) * fitsOn(shelf, { top_mm, depth_mm: facts.depth_mm });
}

/** The next container has from so many times the volume, to so many: more mix than roots can use stays wet. Common practice. */
const NEXT_TIMES = { from: 3, to: 6 };

/** What a plant is potted on into: the smallest container in common use of three to six times the volume, and no shallower; `undefined` where there is none. */
export function nextContainer({ volume_mL, depth_mm }: Pick<ContainerFacts, 'volume_mL' | 'depth_mm'>): ContainerFacts | undefined {
  return Object.values(CONTAINERS)
    .filter(
      (one) =>
        standsAlone(one) &&
        one.depth_mm >= depth_mm &&
        one.volume_mL >= NEXT_TIMES.from * volume_mL &&
        one.volume_mL <= NEXT_TIMES.to * volume_mL,
    )
    .sort((a, b) => a.volume_mL - b.volume_mL)[0];
}
/** Whether a container is one that plants are potted on into. */
const standsAlone = ({ shape }: ContainerFacts) => shape === 'pot' || shape === 'bag' || shape === 'cells';

/** The container in common use that is most like one of a nursery's own: of its shape where there is one, as nearly of its volume as any. */
export function mostLike({ shape, volume_mL }: ContainerFacts): Container {
  const all = Object.entries(CONTAINERS) as [Container, ContainerFacts][];
  const apart = ([, one]: [Container, ContainerFacts]) => Math.abs(Math.log(one.volume_mL / volume_mL)) + (one.shape === shape ? 0 : 100);
  return (all.sort((a, b) => apart(a) - apart(b))[0] as [Container, ContainerFacts])[0];
}
