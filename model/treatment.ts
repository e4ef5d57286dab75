import { say } from '@chill/words/model.ts';
import { Celsius } from './primitives.ts';
import { z } from './zod.ts';

export const VesselMaterial = z.enum(['glass', 'steel', 'ceramic', 'plastic']);
export type VesselMaterial = z.infer<typeof VesselMaterial>;
export const VesselKind = z.enum(['bowl', 'mug', 'lidded', 'flask']);
export type VesselKind = z.infer<typeof VesselKind>;

/** A mass in grams. */
export const Grams = z
  .number()
  .min(0, { error: () => say('massCannotNegative') })
  .max(100_000, { error: () => say('vesselTooHeavy') });

/** What was poured onto what. Masses in grams; a millilitre of water is taken as a gram. */
export const Pour = z.object({
  water_mL: z
    .number()
    .positive({ error: () => say('noWaterNoHeat') })
    .max(100_000),
  pour_C: Celsius,
  seed_g: Grams,
  vessel_g: Grams.positive({ error: () => say('weighTheVessel') }),
  material: VesselMaterial,
  kind: VesselKind,
  air_C: Celsius,
  /** Where the seed or the vessel is not as warm as the air: seed from the fridge, a vessel warmed first. */
  seed_C: Celsius.optional(),
  vessel_C: Celsius.optional(),
  elevation_m: z.number().min(-430).max(6000),
  /** The dose wanted: minutes above a temperature. */
  above_C: Celsius,
  minutes: z
    .number()
    .positive({ error: () => say('howManyMinutes') })
    .max(1440, { error: () => say('mostDay') }),
});
export type Pour = z.infer<typeof Pour>;

const Millilitres = z
  .number()
  .positive({ error: () => say('giveWaterAboveZero') })
  .max(100_000);

/** Smoke as it was given: diluted from a bottle, by sheets of paper in water, or as ash and char over sown pots. */
export const SmokeDose = z.discriminatedUnion('by', [
  z.object({ by: z.literal('water'), stock_mL: Millilitres, water_mL: z.number().min(0).max(100_000) }),
  z.object({ by: z.literal('paper'), sheets: z.number().positive().max(1000), water_mL: Millilitres }),
  z.object({ by: z.literal('ash'), pots: z.int().min(1).max(10_000), across_mm: z.number().positive().max(1000), ash_mL: Millilitres }),
]);
export type SmokeDose = z.infer<typeof SmokeDose>;

/** Dry heat in a fire's range, °C, and for how many minutes. */
export const HeatPulse = z.object({
  at_C: Celsius,
  minutes: z.object({ from: z.number().positive().max(600), to: z.number().positive().max(600) }),
});
export type HeatPulse = z.infer<typeof HeatPulse>;

/** How far seed has swollen, by counting or by weighing it before and after. */
export const Swelling = z.discriminatedUnion('by', [
  z
    .object({ by: z.literal('count'), soaked: z.int().min(1, { error: () => say('soakLeastOne') }), swollen: z.int().min(0) })
    .refine(({ soaked, swollen }) => swollen <= soaked, { path: ['swollen'], error: () => say('moreSwollenThanSoaked') }),
  z.object({
    by: z.literal('weight'),
    dry_g: Grams.positive({ error: () => say('weighDry') }),
    wet_g: Grams.positive({ error: () => say('weighWet') }),
  }),
]);
export type Swelling = z.infer<typeof Swelling>;
