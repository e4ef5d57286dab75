import { say } from '@chill/words/model.ts';
import { Method } from './method.ts';
import { BatchId, Count, EventId, Instant, LotId, PlainDate, PositiveCount, Share, Slug, shortText } from './primitives.ts';
import { z } from './zod.ts';

/** A point on the Earth, degrees; north and east positive. */
export const Coordinates = z.object({
  latitude_deg: z
    .number()
    .min(-90, { error: () => say('latitudeRunsFrom9090') })
    .max(90, { error: () => say('latitudeRunsFrom9090') }),
  longitude_deg: z
    .number()
    .min(-180, { error: () => say('longitudeRunsFrom180180') })
    .max(180, { error: () => say('longitudeRunsFrom180180') }),
});
export type Coordinates = z.infer<typeof Coordinates>;

const optionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: say('mostCharacters', { most: max }) })
    .optional();

/** What is told apart within a species: a variety, a form, a cultivar, a source line. */
export const Variety = shortText(60);

/** Where seed came from. */
export const Provenance = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('bought'),
    /** From whom, where that was noted. */
    supplier: shortText(120).optional(),
    on: PlainDate,
    theirLot: optionalText(60),
    /** The year in which it was harvested, by the packet. */
    harvestYear: z
      .int({ error: () => say('giveYearSuch2025') })
      .min(1950, { error: () => say('from1950') })
      .max(2200)
      .optional(),
  }),
  z.object({
    kind: z.literal('collected'),
    /** Where, where that was noted. */
    place: shortText(160).optional(),
    on: PlainDate,
    at: Coordinates.optional(),
    parents: optionalText(200),
    /** Who allowed it, and the permit's reference. */
    permission: optionalText(200),
  }),
]);
export type Provenance = z.infer<typeof Provenance>;

/** What is known of how much of a lot is viable. */
export const Viability = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('tested'),
      tested: PositiveCount,
      viable: z.int({ error: () => say('giveWholeNumber') }).min(0, { error: () => say('countCannotNegative') }),
    })
    .refine((test) => test.viable <= test.tested, { error: () => say('moreViableThanTested'), path: ['viable'] }),
  z.object({
    kind: z.literal('packet'),
    percent: z
      .number({ error: () => say('givePacketFigure') })
      .min(0, { error: () => say('from0100') })
      .max(100, { error: () => say('from0100') }),
  }),
  z.object({ kind: z.literal('unknown') }),
]);
export type Viability = z.infer<typeof Viability>;

/** How a lot is kept. */
export const Storage = z.object({ state: z.enum(['dry', 'moist']), where: optionalText(80), since: PlainDate });
export type Storage = z.infer<typeof Storage>;

/** Seed in hand, with its provenance. */
export const Lot = z.object({
  id: LotId,
  code: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9][A-Za-z0-9.-]{1,19}$/, { error: () => say('lotCode') }),
  speciesId: Slug,
  /** The variety, form, cultivar or source line below the species; plans take the species' figures until its own results differ. */
  variety: Variety.optional(),
  provenance: Provenance,
  /** Seeds in hand when the lot was written down, after any that a test used up. */
  seeds: PositiveCount,
  /** What that number was read from where nobody counted, such as "2 g", and the range that it probably lies in. */
  amount: z.object({ typed: shortText(40), low: Count, high: Count }).optional(),
  viability: Viability,
  storage: Storage.optional(),
  /** Moist cold it had on the plant or on the ground before it was gathered, in days that count, give or take. */
  wintered: z
    .object({
      chillDays: z
        .number()
        .min(0, { error: () => say('daysCannotNegative') })
        .max(200, { error: () => say('most200Days') }),
      give_days: z
        .number()
        .min(0, { error: () => say('daysCannotNegative') })
        .max(100, { error: () => say('most100Days') }),
    })
    .optional(),
  note: z.string().trim().max(1000).optional(),
});
export type Lot = z.infer<typeof Lot>;

const grams = z
  .number({ error: () => say('giveMass') })
  .positive({ error: () => say('massMustAboveZero') })
  .max(1_000_000, { error: () => say('tooHeavy') });

/** How a number of seeds was arrived at. */
export const CountMethod = z.discriminatedUnion('by', [
  z.object({ by: z.literal('hand') }),
  z.object({
    by: z.literal('weight'),
    lot_g: grams,
    samples: z
      .array(z.object({ seeds: PositiveCount, grams }))
      .min(1, { error: () => say('weighASample') })
      .max(40, { error: () => say('most40Samples') }),
    /** Part of the lot's mass that is this species' seed. */
    purity: Share.refine((share) => share > 0, { error: () => say('purityOfZero') }).optional(),
  }),
  z.object({
    by: z.literal('pods'),
    pods: PositiveCount,
    perPod: z
      .array(Count)
      .min(1, { error: () => say('openAPod') })
      .max(100, { error: () => say('most100Pods') }),
  }),
]);
export type CountMethod = z.infer<typeof CountMethod>;

const common = { id: EventId, on: PlainDate, note: z.string().trim().max(500).optional() };

/** Something that happened to the seed of a lot that is in no batch. */
export const NewLotEvent = z.discriminatedUnion('kind', [
  /** `seeds` are in the drawer now, whatever was believed before; `inBatches` were in its batches at that moment. */
  z.object({ ...common, kind: z.literal('counted'), seeds: Count, inBatches: Count, how: CountMethod }),
  z.object({ ...common, kind: z.literal('sorted'), by: z.enum(['float', 'plumpness']), rejected: PositiveCount }),
  /** A cut test: it uses up what it tests. */
  z
    .object({ ...common, kind: z.literal('cutTested'), tested: PositiveCount, viable: Count })
    .refine((test) => test.viable <= test.tested, { error: () => say('moreViableThanCut'), path: ['viable'] }),
  z.object({ ...common, kind: z.literal('stored'), storage: Storage }),
  z.object({ ...common, kind: z.literal('givenAway'), seeds: PositiveCount }),
  z.object({ ...common, kind: z.literal('reversed'), reverses: EventId }),
]);
export type NewLotEvent = z.infer<typeof NewLotEvent>;

/** The same once the lot's ledger holds it: `version` is its place in the lot's order, from 1. */
export type LotEvent = NewLotEvent & { version: number; recordedAt: string };
export const LotEventStamp = z.object({ version: z.int().min(1), recordedAt: Instant });

/** A request to append to a lot's ledger: `decidedOn` is the number of events that the grower was looking at. */
export const LotAppend = z.object({ decidedOn: z.int().min(0), event: NewLotEvent });
export type LotAppend = z.infer<typeof LotAppend>;

/**
 * A towel test that is over, as it went: what came of what was laid out, along which method, how long in what warmth, after how long in the dry drawer. It
 * tells of everything that a seed must be and do to come there, not of viability alone.
 */
export const TowelResult = z.object({
  on: PlainDate,
  tested: z.int(),
  came: z.int(),
  method: Method,
  warm_days: z.number(),
  warm_C: z.number(),
  /** The dry storage that was part of it; absent where there was none, or where it was not written down. */
  dry: z.object({ days: z.number(), temperature_C: z.number() }).optional(),
});
export type TowelResult = z.infer<typeof TowelResult>;

/** A test of a lot's viability by itself, as the lot came: so many of so many, and how long it had been stored dry by then. */
export const LotTest = z.object({ lotId: LotId, speciesId: Slug, on: PlainDate, years: z.number(), came: Count, of: Count });
export type LotTest = z.infer<typeof LotTest>;

/** A lot as the server tells of it: with its ledger, with what is not in any batch, and with what its closed batches leave to be known. */
export const LotInHand = Lot.extend({
  unassigned: z.int().min(0),
  /** Seeds that its batches were made of, open and closed; what was split off is counted with the batch that it came from. */
  inBatches: z.int().min(0),
  /** Results of its towel tests that are closed, with the batch that each was. */
  towels: z.array(TowelResult.extend({ batchId: BatchId })),
  version: z.int().min(1),
  events: z.array(z.intersection(NewLotEvent, LotEventStamp)),
});
export type LotInHand = Omit<z.infer<typeof LotInHand>, 'events'> & { events: LotEvent[] };
