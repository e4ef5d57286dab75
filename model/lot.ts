import { Count, Id, Instant, PlainDate, PositiveCount, Share, Slug, shortText } from './primitives.ts';
import { Way } from './way.ts';
import { z } from './zod.ts';

/** A point on the Earth, degrees; north and east positive. */
export const Coordinates = z.object({
  latitude_deg: z.number().min(-90, { error: 'Latitude runs from −90 to 90.' }).max(90, { error: 'Latitude runs from −90 to 90.' }),
  longitude_deg: z
    .number()
    .min(-180, { error: 'Longitude runs from −180 to 180.' })
    .max(180, { error: 'Longitude runs from −180 to 180.' }),
});
export type Coordinates = z.infer<typeof Coordinates>;

const optionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `At most ${max} characters.` })
    .optional();

/** Where seed came from. */
export const Provenance = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('bought'),
    supplier: shortText(120),
    on: PlainDate,
    theirLot: optionalText(60),
    /** The year in which it was harvested, by the packet. */
    harvestYear: z.int({ error: 'Give a year, such as 2025.' }).min(1950, { error: 'From 1950 on.' }).max(2200).optional(),
  }),
  z.object({
    kind: z.literal('collected'),
    place: shortText(160),
    on: PlainDate,
    at: Coordinates.optional(),
    parents: optionalText(200),
    /** Who allowed it, and the permit's reference. */
    permission: optionalText(200),
  }),
]);
export type Provenance = z.infer<typeof Provenance>;

/** What is known of how much of a lot is sound. */
export const Soundness = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('tested'),
      tested: PositiveCount,
      sound: z.int({ error: 'Give a whole number.' }).min(0, { error: 'A count cannot be negative.' }),
    })
    .refine((test) => test.sound <= test.tested, { error: 'More sound than were tested: check both figures.', path: ['sound'] }),
  z.object({
    kind: z.literal('packet'),
    percent: z
      .number({ error: 'Give the packet’s figure, such as 85.' })
      .min(0, { error: 'From 0 to 100 per cent.' })
      .max(100, { error: 'From 0 to 100 per cent.' }),
  }),
  z.object({ kind: z.literal('unknown') }),
]);
export type Soundness = z.infer<typeof Soundness>;

/** How a lot is kept. */
export const Storage = z.object({ state: z.enum(['dry', 'moist']), where: optionalText(80), since: PlainDate });
export type Storage = z.infer<typeof Storage>;

/** Seed in hand, with its provenance. */
export const Lot = z.object({
  id: Id,
  code: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9][A-Za-z0-9.-]{1,19}$/, { error: 'Two to twenty letters, figures, dots or hyphens, such as BS-25-01.' }),
  speciesId: Slug,
  provenance: Provenance,
  /** Seeds in hand when the lot was written down, after any that a test used up. */
  seeds: PositiveCount,
  soundness: Soundness,
  storage: Storage.optional(),
  /** Moist cold it had on the plant or on the ground before it was gathered, in days that count, give or take. */
  wintered: z
    .object({
      chillDays: z.number().min(0, { error: 'Days cannot be negative.' }).max(200, { error: 'At most 200 days.' }),
      give_days: z.number().min(0, { error: 'Days cannot be negative.' }).max(100, { error: 'At most 100 days.' }),
    })
    .optional(),
  note: z.string().trim().max(1000).optional(),
});
export type Lot = z.infer<typeof Lot>;

const grams = z
  .number({ error: 'Give a mass.' })
  .positive({ error: 'A mass must be above zero.' })
  .max(1_000_000, { error: 'More than a tonne: is the unit right?' });

/** How a number of seeds was arrived at. */
export const CountMethod = z.discriminatedUnion('by', [
  z.object({ by: z.literal('hand') }),
  z.object({
    by: z.literal('weight'),
    lot_g: grams,
    samples: z
      .array(z.object({ seeds: PositiveCount, grams }))
      .min(1, { error: 'Weigh at least one counted sample.' })
      .max(40, { error: 'At most 40 samples.' }),
    /** Part of the lot's mass that is this species' seed. */
    purity: Share.refine((share) => share > 0, { error: 'A purity of nothing leaves no seed.' }).optional(),
  }),
  z.object({
    by: z.literal('pods'),
    pods: PositiveCount,
    perPod: z.array(Count).min(1, { error: 'Open at least one pod and count.' }).max(100, { error: 'At most 100 pods.' }),
  }),
]);
export type CountMethod = z.infer<typeof CountMethod>;

const common = { id: Id, on: PlainDate, note: z.string().trim().max(500).optional() };

/** Something that happened to the seed of a lot that is in no batch. */
export const NewLotEvent = z.discriminatedUnion('kind', [
  /** `seeds` are in the drawer now, whatever was believed before; `inBatches` were in its batches at that moment. */
  z.object({ ...common, kind: z.literal('counted'), seeds: Count, inBatches: Count, how: CountMethod }),
  z.object({ ...common, kind: z.literal('sorted'), by: z.enum(['float', 'plumpness']), rejected: PositiveCount }),
  /** A cut test: it uses up what it tests. */
  z
    .object({ ...common, kind: z.literal('cutTested'), tested: PositiveCount, sound: Count })
    .refine((test) => test.sound <= test.tested, { error: 'More sound than were cut: check both figures.', path: ['sound'] }),
  z.object({ ...common, kind: z.literal('stored'), storage: Storage }),
  z.object({ ...common, kind: z.literal('givenAway'), seeds: PositiveCount }),
  z.object({ ...common, kind: z.literal('reversed'), reverses: Id }),
]);
export type NewLotEvent = z.infer<typeof NewLotEvent>;

/** The same once the lot's ledger holds it: `version` is its place in the lot's order, from 1. */
export type LotEvent = NewLotEvent & { version: number; recordedAt: string };
export const LotEventStamp = z.object({ version: z.int().min(1), recordedAt: Instant });

/** A request to append to a lot's ledger: `decidedOn` is the number of events that the grower was looking at. */
export const LotAppend = z.object({ decidedOn: z.int().min(0), event: NewLotEvent });
export type LotAppend = z.infer<typeof LotAppend>;

/**
 * A towel test that is over, as it went: what came of what was laid out, along which way, how long in what warmth, after how long in the dry drawer. It
 * tells of everything that a seed must be and do to come there, not of soundness alone.
 */
export const TowelResult = z.object({
  on: PlainDate,
  tested: z.int(),
  came: z.int(),
  way: Way,
  warm_days: z.number(),
  warm_C: z.number(),
  /** The dry storage that was part of it; absent where there was none, or where it was not written down. */
  dry: z.object({ days: z.number(), temperature_C: z.number() }).optional(),
});
export type TowelResult = z.infer<typeof TowelResult>;

/** A lot as the server tells of it: with its ledger, with what is not in any batch, and with what its closed batches leave to be known. */
export const LotInHand = Lot.extend({
  unassigned: z.int().min(0),
  /** Seeds that its batches were made of, open and closed; what was split off is counted with the batch that it came from. */
  inBatches: z.int().min(0),
  /** Results of its towel tests that are closed, with the batch that each was. */
  towels: z.array(TowelResult.extend({ batchId: Id })),
  version: z.int().min(1),
  events: z.array(z.intersection(NewLotEvent, LotEventStamp)),
});
export type LotInHand = Omit<z.infer<typeof LotInHand>, 'events'> & { events: LotEvent[] };
