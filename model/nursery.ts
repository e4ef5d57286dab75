import { SPELLINGS } from '@chill/words/language.ts';
import { say } from '@chill/words/model.ts';
import { ContainerFacts } from './container.ts';
import { Ageing, Celsius, Confidence, Days, DaysOff, PersonName, PlainDate, Share, Slug, shortText, Version } from './primitives.ts';
import { z } from './zod.ts';

/** A month and day in every year, `MM-DD`; 29 February is refused, it is not in every year. */
export const MonthDay = z
  .string()
  .regex(/^(?:(?:0[13578]|1[02])-(?:0[1-9]|[12]\d|3[01])|(?:0[469]|11)-(?:0[1-9]|[12]\d|30)|02-(?:0[1-9]|1\d|2[0-8]))$/, {
    error: () => say('giveMonthAndDay'),
  });

/** What the grower reads and types; everything is stored in SI. */
export const Units = z.object({
  temperature: z.enum(['C', 'F']),
  length: z.enum(['mm', 'in']),
  mass: z.enum(['g', 'oz']),
  volume: z.enum(['mL', 'tsp']),
  /** How a thousand and a half is written: 1,000.5 or 1.000,5. A point where it is not said. */
  numbers: z.enum(['point', 'comma']).optional(),
});
export type Units = z.infer<typeof Units>;

/** How sure the grower wants to be, and in which units. */
export const Settings = z.object({
  units: Units,
  /** The chance wanted of reaching the number of plants. */
  confidence: Confidence,
  /** The chance accepted of a frost after setting out. */
  frostRisk: z
    .number()
    .min(0.01, { error: () => say('least1100') })
    .max(0.5, { error: () => say('most12') }),
  /** By how much ranges are made wider, above 1, or narrower, by what came of those promised before; 1 where it is absent. */
  spread: z.number().min(0.3).max(4).optional(),
  /** The language in which everything is said and printed; where none is chosen, each browser's own. */
  language: z.enum(SPELLINGS).optional(),
});
export type Settings = z.infer<typeof Settings>;

/** One month's mean daily minimum and maximum, and how far single days' means lie from the month's, as a standard deviation. */
export const MonthClimate = z
  .object({
    min_C: Celsius,
    max_C: Celsius,
    sd_C: z
      .number()
      .min(0, { error: () => say('spreadCannotNegative') })
      .max(15, { error: () => say('most15C') })
      .optional(),
  })
  .refine((month) => month.min_C < month.max_C, {
    error: () => say('minimumBelowMaximum'),
    path: ['min_C'],
  });
export type MonthClimate = z.infer<typeof MonthClimate>;

/** Somebody who works there: minutes for seed and plants on each weekday, Monday first; and days on which they are away. */
export const Person = z.object({
  name: PersonName,
  minutes: z
    .array(
      z
        .int()
        .min(0)
        .max(1440, { error: () => say('dayHas1440Minutes') }),
    )
    .length(7),
  away: z.array(DaysOff).max(60).optional(),
});
export type Person = z.infer<typeof Person>;

/** What can be learned of a species from what came of its batches. */
export const LEARNABLE = ['viable', 'sprouts', 'soil', 'establishes', 'openCoat', 'hotWater', 'cold', 'speed'] as const;
export const Learnable = z.enum(LEARNABLE);
export type Learnable = z.infer<typeof Learnable>;

/**
 * A figure of a species as the nursery has it from a day on: its own, a share with the seeds it counts for or a range of days, in the place of the handbook's;
 * or, where neither is given, the handbook's again. Only what was closed after that day is learned on top.
 */
export const OwnFigure = z.object({
  speciesId: Slug,
  figure: Learnable,
  since: PlainDate,
  share: Share.optional(),
  worth: z.number().min(1).max(1_000_000).optional(),
  /** Of viability: what it falls by in a year of dry storage, in probits. */
  ageing: Ageing.optional(),
  days: z.object({ from: z.number().positive().max(2000), to: z.number().positive().max(4000) }).optional(),
});
export type OwnFigure = z.infer<typeof OwnFigure>;

/** The nursery: where it lies and when its frosts end. */
export const Nursery = z.object({
  version: Version,
  name: shortText(80),
  latitude_deg: z
    .number({ error: () => say('giveLatitude') })
    .min(-66, { error: () => say('betweenPolarCircles') })
    .max(66, { error: () => say('betweenPolarCircles') }),
  elevation_m: z
    .number()
    .min(-430, { error: () => say('noLandSoLow') })
    .max(6000, { error: () => say('most6000M') }),
  timeZone: z.string().refine(isTimeZone, { error: () => say('unknownTimeZone') }),
  lastFrost: z.object({
    /** The mean day of the last spring frost. */
    mean: MonthDay,
    /** Its standard deviation from year to year, in days. */
    sd_days: Days.positive({ error: () => say('frostSpreadTooSmall') }).max(40, { error: () => say('most40Days') }),
  }),
  /** The first autumn frost, in the same form; taken from the climate where it is not given. */
  firstFrost: z
    .object({
      mean: MonthDay,
      sd_days: Days.positive({ error: () => say('frostSpreadTooSmall') }).max(40, { error: () => say('most40Days') }),
    })
    .optional(),
  /** January to December; estimated from latitude and frost where it is not given. */
  climate: z
    .array(MonthClimate)
    .length(12, { error: () => say('giveAllTwelveMonths') })
    .optional(),
  /** Who has time for how much; where nobody is named, a plan counts the work and is not held up by it. */
  people: z.array(Person).max(40).optional(),
  /** Figures of species that are the nursery's own, or learned anew from a day on. */
  figures: z.array(OwnFigure).max(2000).optional(),
  /** Containers of its own, beside those in common use; no two of one name. */
  containers: z
    .array(ContainerFacts)
    .max(100)
    .refine((all) => new Set(all.map(({ name }) => name)).size === all.length, { error: () => say('twoContainersOfOneName') })
    .optional(),
  settings: Settings,
});
export type Nursery = z.infer<typeof Nursery>;

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
