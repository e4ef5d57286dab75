/** How fast a plant grows: by its life. */
export type Pace = 'annual' | 'perennial' | 'woody' | 'conifer' | 'slow';

/** Relative growth per °C·d of a seedling from a seed of 3 mg; smaller seed is faster. Growth rooms: Grime & Hunt 1975; the share reached in a nursery is an assumption, ×/÷ 1.5. */
const GROWS: Record<Pace, number> = { annual: 0.01, perennial: 0.007, woody: 0.0045, conifer: 0.0028, slow: 0.002 };
const GROWS_BY_MASS = -0.12;
/** A seedling's dry mass as it comes up, of the seed's: a nut keeps most of it below ground. */
const UP_WITH = 0.6;
const NUT_UP_WITH = 0.25;
/** Dry mass to a mL of mix, mg: growth begins to suffer (Poorter et al. 2012); the ball holds together; it is bound. Assumptions but the first. */
export const HELD = { suffers: 2, ready: 4, bound: 10 };
/** Degree-days from one pair of true leaves to the next. Assumptions. */
export const LEAVES: Record<Pace, number> = { annual: 80, perennial: 110, woody: 150, conifer: 150, slow: 800 };
/** A first root, mm per °C·d by the cube root of the seed's mass, to its first 10 mm; then three times as fast, and no faster than cereals'. */
const ROOT_BY_MASS = 0.075;
const FIRST_ROOT_MM = 10;
const ROOT_THEN = 3;
const ROOT_MOST = 1.5;

const rateOf = (pace: Pace, mass_mg: number) => GROWS[pace] * (mass_mg / 3) ** GROWS_BY_MASS;

/** Degree-days since it is up until `held` mg of dry mass stand in each mL of a container in which `together` grow. */
export function degreeDaysToFill(
  held: number,
  { pace, mass_mg, nut = false }: { pace: Pace; mass_mg: number; nut?: boolean },
  volume_mL: number,
  together = 1,
): number {
  const first_mg = (nut ? NUT_UP_WITH : UP_WITH) * mass_mg;
  return Math.log((held * volume_mL) / (together * first_mg)) / rateOf(pace, mass_mg);
}

/** Degree-days since the root showed until it meets the bottom, `way_mm` below the seed. */
export function degreeDaysToBottom(mass_mg: number, way_mm: number): number {
  const rate = ROOT_BY_MASS * Math.cbrt(mass_mg);
  const first = Math.min(way_mm, FIRST_ROOT_MM) / rate;
  return way_mm <= FIRST_ROOT_MM ? first : first + (way_mm - FIRST_ROOT_MM) / Math.min(ROOT_MOST, ROOT_THEN * rate);
}

/** Degree-days since the root showed until a seedling under `cover_mm` has so many pairs of true leaves. */
export function degreeDaysToPairs(pairs: number, pace: Pace, up_degreeDays: number): number {
  return up_degreeDays + pairs * LEAVES[pace];
}
