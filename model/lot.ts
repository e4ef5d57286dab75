import { Id, PlainDate, PositiveCount, Slug, shortText } from './primitives.ts';
import { z } from './zod.ts';

/** Where seed came from. */
export const Provenance = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('bought'), supplier: shortText(120), on: PlainDate, theirLot: z.string().trim().max(60).optional() }),
  z.object({ kind: z.literal('collected'), place: shortText(160), on: PlainDate, parents: z.string().trim().max(200).optional() }),
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
  note: z.string().trim().max(1000).optional(),
});
export type Lot = z.infer<typeof Lot>;

/** A lot as the server tells of it: with what is not yet in any batch. */
export const LotInHand = Lot.extend({ unassigned: z.int().min(0), version: z.int().min(1) });
export type LotInHand = z.infer<typeof LotInHand>;
