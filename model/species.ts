import { say } from '@chill/words/model.ts';
import { Evidence, Method } from './method.ts';
import { Ageing, Celsius, Days, longText, Millimetres, Share, Slug, shortText } from './primitives.ts';
import { StageDays, type StageKind } from './stage.ts';
import { HeatPulse } from './treatment.ts';
import { z } from './zod.ts';

/** Dormancy classes after Nikolaeva, in the form of Baskin & Baskin. */
export const DormancyClass = z.enum(['none', 'physical', 'physiological', 'morphological', 'morphophysiological', 'combinational']);
export type DormancyClass = z.infer<typeof DormancyClass>;

/** Advice on how long a treatment lasts: a range, or one figure. core/chill says what each means. */
export const DaysAdvice = z.union([
  z.object({ from: Days.positive(), to: Days.positive() }).refine((advice) => advice.from < advice.to, {
    error: () => say('rangeRises'),
  }),
  z.object({ about: Days.positive() }),
]);
export type DaysAdvice = z.infer<typeof DaysAdvice>;

/** How much one hour at a temperature counts: 0 below `zeroBelow_C`, 1 from `fullFrom_C` to `fullTo_C`, 0 above `zeroAbove_C`. */
export const TemperatureResponse = z
  .object({ zeroBelow_C: Celsius, fullFrom_C: Celsius, fullTo_C: Celsius, zeroAbove_C: Celsius })
  .refine((r) => r.zeroBelow_C < r.fullFrom_C && r.fullFrom_C <= r.fullTo_C && r.fullTo_C < r.zeroAbove_C, {
    error: () => say('fourTemperaturesMustRise'),
  });
export type TemperatureResponse = z.infer<typeof TemperatureResponse>;

/** Moist cold: whether it is required or only helps, and for how long. */
export const ColdNeed = z.discriminatedUnion('need', [
  z.object({ need: z.literal('none') }),
  z.object({
    need: z.enum(['required', 'benefits']),
    days: DaysAdvice,
    /** Share that needs no cold at all. */
    releasedWithout: Share,
    /** True only where dry cold is known to do the work too. */
    dryColdWorks: z.boolean(),
    /** Two where one winter frees the root and a second the shoot, with warmth between. */
    winters: z.union([z.literal(1), z.literal(2)]).optional(),
    response: TemperatureResponse.optional(),
  }),
]);
export type ColdNeed = z.infer<typeof ColdNeed>;

/** How fast and how fully released seed sprouts in the warmth. */
export const SproutingHabit = z.object({
  at_C: Celsius,
  /** Days at `at_C` by which the first tenth and nine tenths of those that will have sprouted. */
  days: z.object({ from: Days.positive(), to: Days.positive() }).refine((days) => days.from < days.to, {
    error: () => say('rangeRises'),
  }),
  base_C: Celsius,
  optimum_C: Celsius,
  ceiling_C: Celsius,
  /** Share of viable, released seeds that sprout. */
  share: Share,
});
export type SproutingHabit = z.infer<typeof SproutingHabit>;

export const SeedShape = z.enum(['round', 'oval', 'teardrop', 'spindle', 'kidney', 'angular', 'winged', 'bean']);
export const SeedTexture = z.enum(['smooth', 'ribbed', 'pitted', 'rough', 'hairy', 'keeled']);
export const SeedColour = z.enum(['straw', 'tan', 'brown', 'darkBrown', 'reddish', 'grey', 'black', 'mottled']);

/** Measurements of one cleaned seed, as handled; the drawing is made from these. */
export const SeedForm = z
  .object({
    length_mm: Millimetres,
    width_mm: Millimetres,
    thickness_mm: Millimetres,
    /** The wing's length beyond the seed body, where it is left on. */
    wing_mm: Millimetres.optional(),
    thousandSeeds_g: z.number().positive(),
    shape: SeedShape,
    texture: SeedTexture,
    colour: SeedColour,
  })
  .refine((seed) => seed.length_mm >= seed.width_mm && seed.width_mm >= seed.thickness_mm, {
    error: () => say('sizesInOrder'),
  });
export type SeedForm = z.infer<typeof SeedForm>;

/** How much of a hard-coated lot takes up water, untreated and after each way of opening the coat. */
export const HardCoat = z.object({
  untreated: Share,
  openCoat: Share,
  hotWater: Share,
  /** Minutes above a temperature that open the coat, where they are known: cooler for a thin one. */
  hotDose: z
    .object({ above_C: Celsius.min(40, { error: () => say('waterTooCoolToOpen') }), minutes: z.number().positive().max(60) })
    .optional(),
});
export type HardCoat = z.infer<typeof HardCoat>;

/** A cue that is given or not: the share of otherwise ready seed that answers without it, and with it. */
export const Cue = z.object({ without: Share, with: Share }).refine((cue) => cue.without < cue.with, {
  error: () => say('cueMustHelp'),
  path: ['with'],
});
export type Cue = z.infer<typeof Cue>;

/** Where a species grows wild, roughly: the kind of country says much about what its seed waits for. */
export const Flora = z.enum([
  'westernNorthAmerica',
  'easternNorthAmerica',
  'prairie',
  'mediterranean',
  'temperateEurope',
  'boreal',
  'eastAsia',
  'australia',
  'newZealand',
  'southernAfrica',
  'highMountains',
  'wetlands',
  'frostFree',
  'southAmerica',
  // Kitchen crops, herbs, bedding and cut flowers, whatever winters they are grown in.
  'garden',
]);
export type Flora = z.infer<typeof Flora>;

export const Season = z.enum(['spring', 'summer', 'autumn', 'winter']);
export type Season = z.infer<typeof Season>;

/**
 * Seed that cold hurts once it has drunk: of rain-forest fruit, the worst from 15 °C down, others from 12, or 10 °C; warm crops only in the first day of
 * drinking. core/chill/chillingInjury.ts says how much.
 */
export const ChillHurts = z.enum(['extreme', 'strong', 'some', 'drinking']);
export type ChillHurts = z.infer<typeof ChillHurts>;

/** `unknown`: nobody has said whether it is harmful; it is treated as poisonous. */
export const HazardCode = z.enum(['toxic', 'irritant', 'protected', 'regulated', 'unknown']);
export type HazardCode = z.infer<typeof HazardCode>;

/** Something about a seed that can hurt somebody, or break a rule. */
export const Hazard = z.object({ code: HazardCode, note: shortText(300) });
export type Hazard = z.infer<typeof Hazard>;

/** What is known to be harmful or ruled in a whole genus or family. */
export const TaxonHazards = z.object({
  name: z.string().regex(/^[A-Z][a-z]+$/, { error: () => say('oneCapitalisedLatinWord') }),
  rank: z.enum(['genus', 'family']),
  hazards: z.array(Hazard).min(1),
});
export type TaxonHazards = z.infer<typeof TaxonHazards>;

/** What a figure rests on: trials of the species itself, records of those who raise it, its relatives, or a guess. core/chance/standing.ts says what each is worth. */
export const Standing = z.enum(['measured', 'records', 'relatives', 'guess']);
export type Standing = z.infer<typeof Standing>;

/** Figures of an entry that may rest on different things. */
export const FigureName = z.enum(['viable', 'coat', 'cues', 'sprouts', 'establishes', 'days']);
export type FigureName = z.infer<typeof FigureName>;

const KnownShare = z.object({ now: Share, worth: z.number().min(1).max(1_000_000) });
const DaysKnown = z
  .object({ from: Days.positive(), to: Days.positive() })
  .refine(({ from, to }) => from < to, { error: () => say('rangeRises') });

/**
 * Figures that stand in the place of the handbook's, as a nursery's results show them or as its own entry: shares with the seeds seen that each counts for, and
 * ranges of days. `ageing` is what viability falls by in each year of dry storage, in probits.
 */
export const SpeciesFigures = z
  .object({
    viable: KnownShare.extend({ ageing: Ageing.optional() }),
    sprouts: KnownShare,
    /** Of what would sprout on a towel, what does in mix. */
    soil: KnownShare,
    establishes: KnownShare,
    openCoat: KnownShare,
    hotWater: KnownShare,
    cold: DaysKnown,
    speed: DaysKnown,
  })
  .partial();
export type SpeciesFigures = z.infer<typeof SpeciesFigures>;

/** What is written of a species, before one part is held against another. */
export const SpeciesFields = z.object({
  id: Slug,
  scientific: shortText(80),
  common: z.array(shortText(60)).min(1),
  synonyms: z.array(shortText(80)),
  family: shortText(40),
  life: z.enum(['annual', 'perennial', 'shrub', 'tree']),
  country: shortText(200),
  dormancy: z.object({
    class: DormancyClass,
    depth: z.enum(['shallow', 'intermediate', 'deep']).optional(),
    why: longText(600),
  }),
  seed: SeedForm,
  flora: z.array(Flora).min(1, { error: () => say('nameAHabitat') }),
  /** Season in which it is ripe, in its own hemisphere. */
  ripens: Season,
  fruit: z.enum(['dry', 'fleshy']),
  /** Whether seed that sinks is the viable seed; light, winged, corky or fluffy seed floats whatever is in it. */
  floatTest: z.enum(['sinkersAreViable', 'misleads']),
  storage: z.enum(['orthodox', 'intermediate', 'recalcitrant']),
  /** For seed that dies when it dries, or keeps badly once dry: how long it keeps moist and cool, and how long it lives in the open air of a room. */
  drying: z.object({ keepsMoist_days: Days.positive(), livesInAir_days: Days.positive() }).optional(),
  light: z.enum(['needs light', 'indifferent', 'wants dark']),
  hardCoat: HardCoat.optional(),
  /** A short heat in a fire's range that opens the coat; poured hot water stands in for it. */
  heatPulse: HeatPulse.optional(),
  /** Months in a dry, warm drawer that fresh seed waits through. */
  afterRipening: z.object({ days: DaysAdvice, releasedWithout: Share }).optional(),
  warmFirst: z.object({ days: DaysAdvice, releasedWithout: Share }).optional(),
  cold: ColdNeed,
  /** Absent where cold does wet seed no harm. */
  chillHurts: ChillHurts.optional(),
  smoke: Cue.optional(),
  flooding: Cue.optional(),
  /** Warm days and cool nights, and the share of those that would come which still come at one steady temperature. */
  alternating: z.object({ day_C: Celsius, night_C: Celsius, steady: Share }).optional(),
  sprouting: SproutingHabit,
  /** False where seed of a named variety gives plants unlike it: outbred, hybrid, or grafted kinds. */
  comesTrue: z.literal(false).optional(),
  /** Share of a cleaned lot that is viable, where nothing better is known. */
  usuallyViable: Share,
  pot: z.object({ days: StageDays, establishes: Share }),
  /** What of this entry is not the handbook's, but a nursery's own. */
  figures: SpeciesFigures.optional(),
  /** Root length at which to lift a sprout from the towel. */
  liftAt_mm: Millimetres,
  /** How fast its first root lengthens, mm a degree-day over its base, where that is known. */
  rootGrowth_mmPerDegreeDay: z.number().positive().max(5).optional(),
  hazards: z.array(Hazard),
  /** What the entry is made from, where it is not a species' own: the defaults of a genus, a first guess, or the grower's copy of another. */
  standsFor: z.enum(['genus', 'guess', 'own']).optional(),
  basedOn: Slug.optional(),
  /** What its figures rest on, where that is not records of those who raise it. */
  standing: z.partialRecord(FigureName, Standing).optional(),
  evidence: Evidence,
  sources: z.array(shortText(200)).min(1),
  methods: z.array(Method).min(1),
});

/** A handbook entry: what is known of one species' seed, and the methods it is woken. */
export const Species = SpeciesFields.superRefine((species, context) => {
  const complain = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
  const stages = species.methods.flatMap((method) => method.stages);
  if (new Set(species.methods.map((method) => method.id)).size < species.methods.length) {
    complain(['methods'], say('twoMethodsShareId'));
  }
  const hard = species.dormancy.class === 'physical' || species.dormancy.class === 'combinational';
  if (hard && !species.hardCoat) complain(['hardCoat'], say('howManySwell'));
  if (hard && !stages.some((stage) => stage.kind === 'openCoat' || stage.kind === 'hotWater')) {
    complain(['methods'], say('hardCoatNeedsScarifying'));
  }
  if (species.cold.need === 'required' && !stages.some((stage) => stage.kind === 'coldMoist')) {
    complain(['methods'], say('needsColdMethod'));
  }
  if (species.storage === 'recalcitrant' && !species.drying) {
    complain(['drying'], say('howLongDoesItKeep'));
  }
  const asked: [boolean, StageKind, string][] = [
    [species.smoke !== undefined, 'smoke', say('needsSmokeMethod')],
    [species.flooding !== undefined, 'flood', say('needsFloodingMethod')],
    [species.afterRipening !== undefined, 'dryStore', say('needsRipeningMethod')],
    [(species.warmFirst?.releasedWithout ?? 1) < 0.5, 'warmMoist', say('needsWarmFirstMethod')],
  ];
  for (const [asks, kind, message] of asked) {
    if (asks && !stages.some((stage) => stage.kind === kind || (kind === 'warmMoist' && stage.kind === 'outdoorWinter'))) {
      complain(['methods'], message);
    }
  }
  if (species.basedOn === species.id) complain(['basedOn'], say('entryFromItself'));
  if (species.alternating && species.alternating.night_C >= species.alternating.day_C) {
    complain(['alternating', 'night_C'], say('nightsCoolerThanDays'));
  }
  const { base_C, at_C, optimum_C, ceiling_C } = species.sprouting;
  if (!(base_C < at_C && base_C < optimum_C && optimum_C < ceiling_C && at_C < ceiling_C)) {
    complain(['sprouting'], say('temperaturesMustRise'));
  }
});
export type Species = z.infer<typeof Species>;
