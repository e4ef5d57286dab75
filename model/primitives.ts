import { say } from '@chill/words/model.ts';
import { z } from './zod.ts';

/** Years that days and moments lie in: beyond them is a slip of the finger, and every walk from day to day would be endless. */
export const FIRST_YEAR = 1900;
export const LAST_YEAR = 2199;
/** What has no year at its front is no day at all, and told of as that. */
const inReach = (text: string) => {
  const year = /^(\d{4})-/.exec(text)?.[1];
  return year === undefined || (Number(year) >= FIRST_YEAR && Number(year) <= LAST_YEAR);
};
const OUT_OF_REACH = { error: () => say('giveYearFrom', { firstYear: String(FIRST_YEAR), lastYear: String(LAST_YEAR) }) };

/** A calendar day without a time, `YYYY-MM-DD`, in the nursery's time zone. Refuses days that do not exist. */
export const PlainDate = z.iso.date({ error: () => say('giveRealDay') }).refine(inReach, OUT_OF_REACH);
export type PlainDate = z.infer<typeof PlainDate>;

/** An instant, ISO 8601 in UTC; says when something was written down, never when it happened to the seed. */
export const Instant = z.iso.datetime({ error: () => say('giveInstantSuch202602') }).refine(inReach, OUT_OF_REACH);

declare const names: unique symbol;
/** A text that names one kind of thing: what names a batch is not taken for what names a lot. Any plain text may be one. */
type Naming<Thing extends string> = string & { readonly [names]?: Thing };
type Named<Thing extends string> = z.ZodType<Naming<Thing>, Naming<Thing>>;

/** An identifier made by whoever creates the record (UUID), so that sending it twice is harmless. */
export const Id = z.uuid({ error: () => say('idMustUuid') });
export const BatchId = Id as unknown as Named<'batch'>;
export type BatchId = Naming<'batch'>;
export const LotId = Id as unknown as Named<'lot'>;
export type LotId = Naming<'lot'>;
export const PlaceId = Id as unknown as Named<'place'>;
export type PlaceId = Naming<'place'>;
export const EventId = Id as unknown as Named<'event'>;
export type EventId = Naming<'event'>;
export const TimerId = Id as unknown as Named<'timer'>;
export type TimerId = Naming<'timer'>;
export const PromiseId = Id as unknown as Named<'promise'>;
export type PromiseId = Naming<'promise'>;
export const LoggerId = Id as unknown as Named<'logger'>;
export type LoggerId = Naming<'logger'>;

const wholeFrom = (least: number, tooFew: () => string) =>
  z
    .int({ error: () => say('giveWholeSeeds') })
    .min(least, { error: tooFew })
    .max(10_000_000, { error: () => say('moreThanTenMillion') });

/** A number of whole things, zero or more. */
export const Count = wholeFrom(0, () => say('countCannotNegative'));

/** A number of whole things, one or more. */
export const PositiveCount = wholeFrom(1, () => say('giveLeast1'));

/** The chance wanted of reaching a number of plants. */
export const Confidence = z
  .number()
  .min(0.5, { error: () => say('least50100') })
  .max(0.99, { error: () => say('most99100') });

/** A part of one, 0 to 1. */
export const Share = z
  .number()
  .min(0, { error: () => say('shareLiesBetween01') })
  .max(1, { error: () => say('shareLiesBetween01') });

/** A length in millimetres, above zero. */
export const Millimetres = z
  .number()
  .positive({ error: () => say('lengthMustAboveZero') })
  .max(1000);

/** A temperature in °C within what a nursery can meet. */
export const Celsius = z
  .number()
  .min(-60, { error: () => say('tooCold') })
  .max(120, { error: () => say('tooHot') });

/** A number of days, zero or more; may be fractional. */
export const Days = z
  .number()
  .min(0, { error: () => say('daysCannotNegative') })
  .max(3000, { error: () => say('moreThanEightYears') });

// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is refused.
const ONE_LINE = /^[^\u0000-\u001f\u007f\u2028\u2029]*$/;

/** Text that is not empty once trimmed. */
export const longText = (max: number) =>
  z
    .string()
    .trim()
    .min(1, { error: say('writeSomethingHere') })
    .max(max, { error: say('mostCharacters', { most: max }) });

/** Text of one line, not empty once trimmed: names go into labels, calendars and tables. */
export const shortText = (max = 200) => longText(max).regex(ONE_LINE, { error: say('writeOneLine') });

/** What viability falls by in a year of dry storage, in probits. */
export const Ageing = z.number().min(0).max(3);

/** What somebody who works there is called. */
export const PersonName = shortText(40);

/** The kebab-case name of a handbook entry or a method. */
export const Slug = z.string().regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, {
  error: () => say('slugLetters'),
});

/** Makes an id that nothing else has. */
export type NewId = () => string;

/** Days on which something is shut or somebody away: from one up to and with another. */
export const DaysOff = z
  .object({ from: PlainDate, to: PlainDate })
  .refine(({ from, to }) => from <= to, { error: () => say('lastDayBeforeFirst'), path: ['to'] });
export type DaysOff = z.infer<typeof DaysOff>;

/** Counts the changes of a record; sent back with the next one, so that nobody writes over what they have not seen. Absent of what was never stored. */
export const Version = z.int().min(0).optional();
