import { type Outcome, type Refusal, refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/mix.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { type Chemical, type Dilution, dilute, mustNotMix, parseDilution } from './dilution.ts';

/** Baths that disinfect seed. */
export type BathKind = 'peroxideBath' | 'peroxideRinse' | 'bleach';

interface BathRecipe {
  name: string;
  agent: Chemical;
  /** What stands on a household bottle, per cent. */
  usualStock: number;
  seconds: number;
  rinses: number;
}

/** Household baths, as the trade gives them: peroxide one to one for five minutes or one to three as a rinse; bleach to half of one per cent. */
export const BATHS: Record<BathKind, BathRecipe> = wordedRows(say, ['name'], {
  peroxideBath: { name: 'peroxide11', agent: 'peroxide', usualStock: 3, seconds: 300, rinses: 1 },
  peroxideRinse: { name: 'peroxide13', agent: 'peroxide', usualStock: 3, seconds: 60, rinses: 1 },
  bleach: { name: 'bleach', agent: 'bleach', usualStock: 5, seconds: 180, rinses: 3 },
});

/** Bleach for seed is made up to this strength of active chlorine, per cent. Assumption: the weak end of what is used. */
const BLEACH_PERCENT = 0.5;
/** What one to one of household peroxide comes to, per cent; a stronger bottle is thinned to the same. */
const HOUSEHOLD_PEROXIDE = 3;
/** A bath is this many times the seed's loose volume, and never less than a small glass, mL. */
const TIMES_SEED_VOLUME = 4;
const LEAST_BATH_ML = 50;
/** Above this, per cent, peroxide is no longer a household thing. */
const STRONG_PEROXIDE = 3.5;

/** A bath made up. */
export interface Bath extends Dilution {
  strength: number;
  total_mL: number;
  seconds: number;
  rinses: number;
  /** Said at the step where the bottle is stronger than a household's. */
  strong?: string;
}

/** Volume of a bath for seed of a loose volume, mL, in whole tens. */
export function bathVolume_mL(seed_mL: number): number {
  return Math.max(LEAST_BATH_ML, Math.ceil((TIMES_SEED_VOLUME * seed_mL) / 10) * 10);
}

/**
 * Makes up a bath of `total_mL` from a bottle of `stock` per cent. `also` is what else is, or was a moment ago, in the vessel: what must not meet
 * is refused, with the reason.
 */
export function planBath(kind: BathKind, stock: number, total_mL: number, also?: Chemical): Bath | Refusal {
  const { agent, seconds, rinses } = BATHS[kind];
  if (!(stock > 0 && stock <= 100)) return refusal(say.of('strengthOutOfRange'), 'stock');
  if (!(total_mL > 0)) return refusal(say.of('vesselHoldsHowMuch'), 'total');
  const never = also && mustNotMix(agent, also);
  if (never) return refusal(never, 'also');
  const wanted = agent === 'bleach' ? BLEACH_PERCENT : HOUSEHOLD_PEROXIDE * (kind === 'peroxideBath' ? 1 / 2 : 1 / 4);
  if (stock < wanted) return refusal(say.of('bottleTooWeak', { wanted }), 'stock');
  return {
    ...dilute(stock, wanted, total_mL),
    strength: wanted,
    total_mL,
    seconds,
    rinses,
    ...(agent === 'peroxide' &&
      stock > STRONG_PEROXIDE && {
        strong: say('strongPeroxide'),
      }),
  };
}

/** Smoke water is this many times the seed's loose volume, and never less than a small cup, mL: more only thins it. */
const SMOKE_TIMES = 3;
const LEAST_SMOKE_ML = 30;
/** Ash and char lie this deep on a sown pot, mm: a thin layer. */
const ASH_MM = 2;

/** Volume of smoke water for seed of a loose volume, mL, in whole fives. */
export function smokeVolume_mL(seed_mL: number): number {
  return Math.max(LEAST_SMOKE_ML, Math.ceil((SMOKE_TIMES * seed_mL) / 5) * 5);
}

/** Smoke water of a stated strength ("1 to 9", "1 in 10") for seed of a loose volume. */
export function smokeWater(strength: string, seed_mL: number): Outcome<Dilution & { total_mL: number }> {
  const total_mL = smokeVolume_mL(seed_mL);
  const read = parseDilution(strength, total_mL);
  return read.ok ? { ok: true, value: { ...read.value, total_mL } } : read;
}

/**
 * Smoke paper by what each sheet is rated for: how many sheets, and the water that they are rated for together. Half sheets are cut.
 * @throws {RangeError} for a rating of nothing.
 */
export function smokePaper(rated_mL: number, seed_mL: number): { sheets: number; water_mL: number } {
  if (!(rated_mL > 0)) throw new RangeError('How much water is one sheet rated for? Above zero.');
  const sheets = Math.max(0.5, Math.ceil((smokeVolume_mL(seed_mL) / rated_mL) * 2) / 2);
  return { sheets, water_mL: sheets * rated_mL };
}

/**
 * Ash and char for so many round pots, mL in all: a layer of two millimetres.
 * @throws {RangeError} for a pot of no width, or none at all.
 */
export function ashFor_mL(pots: number, across_mm: number): number {
  if (!(Number.isInteger(pots) && pots >= 1)) throw new RangeError('At least one pot.');
  if (!(across_mm > 0)) throw new RangeError('How wide is a pot? Above zero.');
  return (pots * Math.PI * (across_mm / 2) ** 2 * ASH_MM) / 1000;
}
