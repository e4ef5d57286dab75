import { say } from '@chill/words/model.ts';
import { Celsius, Count, Id, Instant, PlaceId, PlainDate, shortText } from './primitives.ts';
import { TemperatureResponse } from './species.ts';
import { z } from './zod.ts';

/** How readings came: from a logger's file, typed, from an attached logger, or worked out from daily minima and maxima. */
export const ReadingSource = z.enum(['file', 'typed', 'logger', 'daily']);
export type ReadingSource = z.infer<typeof ReadingSource>;

/** Readings that were taken in together, and can be taken out together. */
export const ReadingImport = z.object({
  id: Id,
  placeId: PlaceId,
  source: ReadingSource,
  /** The file's name, or who typed. */
  name: shortText(120),
  /** Readings that it added; what was there already is not counted. */
  count: Count,
  from: Instant,
  to: Instant,
  recordedAt: Instant,
});
export type ReadingImport = z.infer<typeof ReadingImport>;

/** One reading as it is typed. */
export const TypedReading = z.object({
  id: Id,
  at: Instant,
  celsius: Celsius.max(70, { error: () => say('noPlaceSoWarm') }),
});
export type TypedReading = z.infer<typeof TypedReading>;

/** A stretch above or below what a cold place should have. */
export const TemperatureSpell = z.object({
  kind: z.enum(['warm', 'frozen']),
  from: PlainDate,
  to: PlainDate,
  hours: z.number().positive(),
  /** Of a warm one: hours above 15 °C, which count as an excursion. */
  excursion_hours: z.number().optional(),
  /** The warmest of a warm one, the coldest of a frozen one. */
  peak_C: z.number(),
});
export type TemperatureSpell = z.infer<typeof TemperatureSpell>;

/**
 * What a place's readings come to, a figure for each local day from `from` to the day of the last reading; where nothing was measured the place's
 * nominal temperature has been taken, and `measured` says for how much of the day that was not so.
 */
export const PlaceTemperatures = z.object({
  placeId: PlaceId,
  /** Differs from one working out to the next: what has the same is the same. */
  edition: z.string().optional(),
  readings: Count,
  from: PlainDate,
  /** Share of each day that lies between readings close enough to be joined, 0 to 1. */
  measured: z.array(z.number()),
  /** Of the measured part of the day; null where there is none. */
  mean_C: z.array(z.number().nullable()),
  min_C: z.array(z.number().nullable()),
  max_C: z.array(z.number().nullable()),
  /** Factor on the rot of 4 °C, the day's mean. */
  rot: z.array(z.number()),
  /** Effective days that each day earns, 0 to 1, by each response that a species here has. */
  effects: z.array(z.object({ response: TemperatureResponse, days: z.array(z.number()) })),
  /** Spells so hot that they undo chill once they last; in local days since 1970, with their fractions. */
  hot: z.array(z.object({ from_day: z.number(), to_day: z.number() })),
  spells: z.array(TemperatureSpell),
  last: z.object({ at: Instant, celsius: z.number() }),
});
export type PlaceTemperatures = z.infer<typeof PlaceTemperatures>;
