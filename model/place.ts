import { Celsius, Id, PositiveCount, shortText } from './primitives.ts';
import { z } from './zod.ts';

export const PlaceKind = z.enum(['drawer', 'fridge', 'freezer', 'mat', 'bench', 'shelf', 'outdoors']);
export type PlaceKind = z.infer<typeof PlaceKind>;

/** Somewhere that seed is kept. `order` is the order in which the grower walks past. */
export const Place = z.object({
  id: Id,
  name: shortText(60),
  kind: PlaceKind,
  /** What the place is believed to hold, until something measures it. */
  nominal_C: Celsius,
  /** How many bags, towels or trays fit. */
  capacity: PositiveCount.max(100_000),
  order: z.int().min(0).max(1000),
});
export type Place = z.infer<typeof Place>;
