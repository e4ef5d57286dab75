import { say } from '@chill/words/model.ts';
import { Sowing } from './container.ts';
import { Celsius, Days, PlaceId, PlainDate } from './primitives.ts';
import { z } from './zod.ts';

/** What is done to a seed, one step of a method. */
export const StageKind = z.enum([
  'dryStore',
  'clean',
  'soak',
  'openCoat',
  'hotWater',
  'disinfect',
  'smoke',
  'warmMoist',
  'coldMoist',
  'coldDry',
  'freezerTurns',
  'outdoorWinter',
  'flood',
  'warmTowel',
  'sown',
  'pot',
]);
export type StageKind = z.infer<typeof StageKind>;

/** What the seed lies in while it waits. Decides how fast mould comes and how often to look. */
export const Medium = z.enum(['towel', 'film', 'vermiculite', 'sand', 'ownPot', 'outdoorFlat', 'envelope']);
export type Medium = z.infer<typeof Medium>;

/** Fewest, best and most days that a stage may take, where the method itself fixes them. */
export const StageDays = z
  .object({ least: Days, best: Days, most: Days })
  .refine((days) => days.least <= days.best && days.best <= days.most, {
    error: () => say('daysInOrder'),
  });
export type StageDays = z.infer<typeof StageDays>;

/** Whether a stage must say what its seed lies in. */
const NEEDS_MEDIUM: Record<StageKind, boolean> = {
  dryStore: false,
  clean: false,
  soak: false,
  openCoat: false,
  hotWater: false,
  disinfect: false,
  smoke: false,
  warmMoist: true,
  coldMoist: true,
  coldDry: true,
  freezerTurns: false,
  outdoorWinter: false,
  flood: false,
  warmTowel: false,
  sown: false,
  pot: false,
};

/** One step of a method. Days and temperature left out are computed from the species and the place. */
export const Stage = z
  .object({
    kind: StageKind,
    medium: Medium.optional(),
    days: StageDays.optional(),
    temperature_C: Celsius.optional(),
    /** How it is sown, where it is. */
    sowing: Sowing.optional(),
    note: z.string().max(300).optional(),
  })
  .refine((stage) => !NEEDS_MEDIUM[stage.kind] || stage.medium !== undefined, {
    error: () => say('whatItLiesIn'),
    path: ['medium'],
  })
  .refine((stage) => stage.kind !== 'sown' || stage.sowing !== undefined, { error: () => say('sownIntoWhat'), path: ['sowing'] });
export type Stage = z.infer<typeof Stage>;

/** A stage with its days. `end` is the day on which the next stage starts. */
export const DatedStage = z
  .object({
    kind: StageKind,
    medium: Medium.optional(),
    start: PlainDate,
    end: PlainDate,
    temperature_C: Celsius,
    placeId: PlaceId.optional(),
    /** First and last day on which ending it costs at most three seeds in a hundred of the best. */
    window: z.object({ from: PlainDate, to: PlainDate }).optional(),
    /** The day that would be best; later than `end` where the plan was cut short on purpose. */
    best: PlainDate.optional(),
  })
  .refine((stage) => stage.start <= stage.end, { error: () => say('stageEndsBeforeStart'), path: ['end'] });
export type DatedStage = z.infer<typeof DatedStage>;
