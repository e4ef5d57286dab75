import { Celsius, Days, shortText } from './primitives.ts';
import { z } from './zod.ts';

/** A month and day in every year, `MM-DD`; 29 February is refused, it is not in every year. */
export const MonthDay = z
  .string()
  .regex(/^(?:(?:0[13578]|1[02])-(?:0[1-9]|[12]\d|3[01])|(?:0[469]|11)-(?:0[1-9]|[12]\d|30)|02-(?:0[1-9]|1\d|2[0-8]))$/, {
    error: 'Give a month and day such as 05-12.',
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
  confidence: z.number().min(0.5, { error: 'At least 50 in 100.' }).max(0.99, { error: 'At most 99 in 100.' }),
  /** The chance accepted of a frost after setting out. */
  frostRisk: z.number().min(0.01, { error: 'At least 1 in 100.' }).max(0.5, { error: 'At most 1 in 2.' }),
});
export type Settings = z.infer<typeof Settings>;

/** One month's mean daily minimum and maximum, and how far single days' means lie from the month's, as a standard deviation. */
export const MonthClimate = z
  .object({
    min_C: Celsius,
    max_C: Celsius,
    sd_C: z.number().min(0, { error: 'A spread cannot be negative.' }).max(15, { error: 'At most 15 °C.' }).optional(),
  })
  .refine((month) => month.min_C < month.max_C, {
    error: 'The mean minimum must be below the mean maximum.',
    path: ['min_C'],
  });
export type MonthClimate = z.infer<typeof MonthClimate>;

/** The nursery: where it lies and when its frosts end. */
export const Nursery = z.object({
  name: shortText(80),
  latitude_deg: z
    .number({ error: 'Give the latitude in degrees, such as 46.3 or 38.1 S.' })
    .min(-66, { error: 'Chill plans between the polar circles: −66 to 66.' })
    .max(66, { error: 'Chill plans between the polar circles: −66 to 66.' }),
  elevation_m: z.number().min(-430, { error: 'No land lies below −430 m.' }).max(6000, { error: 'At most 6000 m.' }),
  timeZone: z.string().refine(isTimeZone, { error: 'Not a time zone that this machine knows.' }),
  lastFrost: z.object({
    /** The mean day of the last spring frost. */
    mean: MonthDay,
    /** Its standard deviation from year to year, in days. */
    sd_days: Days.positive({ error: 'Frost never falls on quite the same day: give at least 1.' }).max(40, { error: 'At most 40 days.' }),
  }),
  /** The first autumn frost, in the same form; taken from the climate where it is not given. */
  firstFrost: z
    .object({
      mean: MonthDay,
      sd_days: Days.positive({ error: 'Frost never falls on quite the same day: give at least 1.' }).max(40, { error: 'At most 40 days.' }),
    })
    .optional(),
  /** January to December; estimated from latitude and frost where it is not given. */
  climate: z.array(MonthClimate).length(12, { error: 'Give all twelve months.' }).optional(),
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
