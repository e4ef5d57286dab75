import { TrialArm } from './batch.ts';
import { Sowing } from './container.ts';
import { WhyGone } from './event.ts';
import { BatchId, Count, LotId, PersonName, PlaceId, PlainDate, Share, Slug } from './primitives.ts';
import { Medium, StageKind } from './stage.ts';
import { z } from './zod.ts';

/** Where the seeds of a batch went in the end. Each went to exactly one of these. */
export const FATES = [
  'plants',
  'thinned',
  'lostInPots',
  'lostSprouted',
  'neverSprouted',
  'mouldy',
  'broken',
  'floatedOff',
  'tested',
  'heldOver',
  'bagLost',
  'givenAway',
  'movedOn',
] as const;
export const Fate = z.enum(FATES);
export type Fate = z.infer<typeof Fate>;

/**
 * A check of seeds that may sprout: days since the warmth began, degree-days by then, how many had come since the check before, how many were left. `inCold`:
 * what it found had come in the cold, also where it was made on the day on which they came out.
 */
export const SproutVisit = z.object({ day: z.int(), warmth: z.number(), came: Count, left: Count, inCold: z.literal(true).optional() });
export type SproutVisit = z.infer<typeof SproutVisit>;

/** A stage as it was planned and as it went; both ends are absent of what never began. */
export const StageWent = z.object({
  kind: StageKind,
  medium: Medium.optional(),
  placeId: PlaceId.optional(),
  planned: z.object({ start: PlainDate, end: PlainDate }),
  was: z.object({ start: PlainDate, end: PlainDate }).optional(),
});
export type StageWent = z.infer<typeof StageWent>;

/** A share as it was believed, and the seeds seen that it counts for; without them it is known. */
export const Believed = z.object({ share: Share, worth: z.number().positive().optional() });
export type Believed = z.infer<typeof Believed>;

/** What came of a batch: read off it when it is closed, and kept, so that a thousand of them are looked through without reading any again. */
export const Outcome = z.object({
  batchId: BatchId,
  code: z.string(),
  speciesId: Slug,
  lotId: LotId,
  lotCode: z.string(),
  /** The variety of that lot, and where its seed was from, as they are noted on it. */
  variety: z.string().optional(),
  source: z.string().optional(),
  madeOn: PlainDate,
  closedOn: PlainDate,
  /** Where the whole bag went: such a batch is judged by nobody, and teaches nothing of its seed. */
  gone: WhyGone.optional(),
  method: z.object({ id: z.string(), name: z.string() }),
  trial: TrialArm.optional(),
  /** The batch that its seeds were split off from. */
  splitFrom: BatchId.optional(),
  seeds: Count,
  /** Plants promised when it was made, 9 times in 10. */
  promised: z.object({ low: Count, high: Count }),
  /** Into what its seed was sown, where it was to come up and not to sprout on a towel. */
  sown: Sowing.optional(),
  /** Where its seeds went; what is left out is none. */
  went: z.partialRecord(Fate, Count),
  stages: z.array(StageWent),
  /** Hands' work, minutes. */
  minutes: z.number(),
  /** Who wrote down how many of its entries, the most first; absent where no entry has a name. */
  hands: z.array(z.object({ name: PersonName, entries: Count })).optional(),
  /** The checks in the warmth, and at how many degrees; absent where nothing was ever warm. */
  sprouting: z
    .object({
      since: PlainDate,
      temperature_C: z.number(),
      seeds: Count,
      visits: z.array(SproutVisit),
      /** How many were expected to sprout by the last check, 8 times in 10, as it was believed when the warmth began. */
      expected: z.object({ low: Count, high: Count }),
      /** Degree-days by which a tenth, three, five, seven and nine tenths of those that were to be released had been. */
      releasedAt: z.array(z.number()).length(5),
      /** Where one cold alone released them: effective days by the end of equal steps of it, and degree-days by then. */
      cold: z.object({ earned: z.array(z.number()), warmth: z.array(z.number()) }).optional(),
    })
    .optional(),
  /** Effective days of the last cold or warm moist treatment, and the share that it was expected to have released. */
  treated: z.object({ kind: StageKind, earned_days: z.number(), released: z.number() }).optional(),
  /** What opened its coats, and how many of how many swelled at the first look. */
  opened: z.object({ how: z.enum(['openCoat', 'hotWater']), swollen: Count, of: Count }).optional(),
  /** Shares as they were believed at the end: of seeds there, those able to come but for the cold and the seed's own willingness; released; and those two that it was planned with. */
  believed: z.object({
    able: Share,
    released: Share,
    sprouts: Share,
    establishes: Share,
    /** What makes the first of them: the viable ones, and what of those coats, cues and light let through. */
    viable: Believed.optional(),
    answers: Believed.optional(),
    /** Of those that would sprout on a towel, the share that was to come up where it was sown. */
    soil: Share.optional(),
  }),
});
export type Outcome = z.infer<typeof Outcome>;

/** A page of results: how many there are, and its edition, which is another whenever anything on it changes. */
export const ResultPage = z.object({ page: z.int(), count: Count, edition: z.string() });
export type ResultPage = z.infer<typeof ResultPage>;
