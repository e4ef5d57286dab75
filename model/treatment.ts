import { Celsius } from './primitives.ts';
import { z } from './zod.ts';

export const VesselMaterial = z.enum(['glass', 'steel', 'ceramic', 'plastic']);
export type VesselMaterial = z.infer<typeof VesselMaterial>;
export const VesselKind = z.enum(['bowl', 'mug', 'lidded', 'flask']);
export type VesselKind = z.infer<typeof VesselKind>;

/** A mass in grams. */
export const Grams = z
  .number()
  .min(0, { error: 'A mass cannot be negative.' })
  .max(100_000, { error: 'More than 100 kg: is the unit right?' });

/** What was poured onto what. Masses in grams; a millilitre of water is taken as a gram. */
export const Pour = z.object({
  water_mL: z.number().positive({ error: 'Without water there is no heat: give a volume above zero.' }).max(100_000),
  pour_C: Celsius,
  seed_g: Grams,
  vessel_g: Grams.positive({ error: 'Weigh the vessel, empty: it takes its share of the heat.' }),
  material: VesselMaterial,
  kind: VesselKind,
  air_C: Celsius,
  /** Where the seed or the vessel is not as warm as the air: seed from the fridge, a vessel warmed first. */
  seed_C: Celsius.optional(),
  vessel_C: Celsius.optional(),
  elevation_m: z.number().min(-430).max(6000),
  /** The dose wanted: minutes above a temperature. */
  above_C: Celsius,
  minutes: z.number().positive({ error: 'How many minutes? Above zero.' }).max(1440, { error: 'At most a day.' }),
});
export type Pour = z.infer<typeof Pour>;

/** How far seed has swollen, by counting or by weighing it before and after. */
export const Swelling = z.discriminatedUnion('by', [
  z
    .object({ by: z.literal('count'), soaked: z.int().min(1, { error: 'Soak at least one.' }), swollen: z.int().min(0) })
    .refine(({ soaked, swollen }) => swollen <= soaked, { path: ['swollen'], error: 'More have swollen than were soaked: count again.' }),
  z.object({
    by: z.literal('weight'),
    dry_g: Grams.positive({ error: 'Weigh the seed dry, before it is soaked: above zero.' }),
    wet_g: Grams.positive({ error: 'Weigh the seed wet, drained and patted dry: above zero.' }),
  }),
]);
export type Swelling = z.infer<typeof Swelling>;
