/** Of live, ready seed sown straight into the ground, what is a plant a year on; crops at harvest. All wide: each is worth four seeds seen. */
export const GROUND = {
  gardenBedCrop: { mean: 0.75, low: 0.5, high: 0.9 },
  weededSeedBed: { mean: 0.25, low: 0.08, high: 0.5 },
  /** Grassland field studies; most die between germination and emergence (James et al. 2011). */
  openGround: { mean: 0.06, low: 0.01, high: 0.15 },
  scrapedSward: { mean: 0.03, low: 0.005, high: 0.1 },
  nutsCaged: { mean: 0.45, low: 0.25, high: 0.65 },
  nutsUncaged: { mean: 0.12, low: 0.02, high: 0.35 },
} as const;
export type Ground = keyof typeof GROUND;

/** Rows in a bed stand so far apart, mm, and plants in a row: nuts wider. Common practice. */
export const ROW_MM = 150;
const PLANT_MM = { nut: 100, other: 50 };

/** Plants that stand on a square metre. */
export const plantsToM2 = (nut: boolean): number => 1e6 / (ROW_MM * PLANT_MM[nut ? 'nut' : 'other']);

/** Where a species is sown that is sown where it stays: nuts under wire, all others into a bed that is weeded. */
export const groundFor = (nut: boolean): Ground => (nut ? 'nutsCaged' : 'weededSeedBed');

/** What each of those shares is worth, in seeds seen. */
export const GROUND_WORTH = 4;

/** Seeds for so many plants in the mean, where `ready` of the seeds are alive and ready. */
export function seedsIntoGround(plants: number, ready: number, ground: Ground): number {
  return Math.ceil(plants / (ready * GROUND[ground].mean) - 1e-9);
}
