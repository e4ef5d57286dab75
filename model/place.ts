import { say } from '@chill/words/model.ts';
import { Celsius, DaysOff, LoggerId, PlaceId, PlainDate, PositiveCount, shortText, Version } from './primitives.ts';
import { z } from './zod.ts';

export const PlaceKind = z.enum(['drawer', 'fridge', 'freezer', 'mat', 'bench', 'shelf', 'outdoors']);
export type PlaceKind = z.infer<typeof PlaceKind>;

/** What a place's room is counted in. */
export const RoomUnit = z.enum(['bags', 'towels', 'trays', 'litres']);
export type RoomUnit = z.infer<typeof RoomUnit>;

const Side = z
  .number({ error: () => say('measureSide') })
  .min(20, { error: () => say('shelfFrom20') })
  .max(20_000, { error: () => say('shelfTo20000') });

/** Shelves that are alike: each so wide and deep, with so much room above it, mm. */
export const Shelf = z.object({
  width_mm: Side,
  depth_mm: Side,
  height_mm: Side,
  shelves: z
    .int({ error: () => say('countShelves') })
    .min(1, { error: () => say('countShelves') })
    .max(200, { error: () => say('countShelves') }),
});
export type Shelf = z.infer<typeof Shelf>;

/** Somewhere that seed is kept. `order` is the order in which the grower walks past. */
export const Place = z.object({
  id: PlaceId,
  name: shortText(60),
  kind: PlaceKind,
  /** What the place is believed to hold, until something measures it. */
  nominal_C: Celsius,
  /** Since when it is set to something else by hand: planned with until its readings since then tell. */
  setTo: z.object({ on: PlainDate, celsius: Celsius }).optional(),
  /** How many bags, towels, trays or litres fit. */
  capacity: PositiveCount.max(100_000),
  /** Its shelves, where they were measured: what is sown or stands in pots is counted there by what fits, turned and stacked. */
  shelf: Shelf.optional(),
  /** What the capacity counts; bags where it is not said. */
  room: RoomUnit.optional(),
  order: z.int().min(0).max(1000),
  /** The fridge, freezer, room or frame that it is a shelf of; shelves of one stand together. */
  within: shortText(60).optional(),
  /** Who may use it, as the grower would say it: "everybody", "Tuesday people". */
  usedBy: shortText(80).optional(),
  /** When nothing may lie there: a holiday, a repair, a power cut. */
  shut: z.array(DaysOff).max(60).optional(),
  /** Outdoors: whether mice and birds, and rain, are kept off. Not asked yet where it is absent. */
  cover: z.object({ animals: z.boolean(), rain: z.boolean() }).optional(),
  /** Whether what lies in it has light, by day or by lamps; not stated where it is absent. */
  light: z.enum(['lit', 'dark']).optional(),
  /** Where a logger lies in it and is listened to: the import that its readings go into. */
  logger: LoggerId.optional(),
  version: Version,
});
export type Place = z.infer<typeof Place>;
