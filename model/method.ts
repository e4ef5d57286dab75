import { say } from '@chill/words/model.ts';
import { Slug, shortText } from './primitives.ts';
import { Stage } from './stage.ts';
import { z } from './zod.ts';

/** How much stands behind a recipe. */
export const Evidence = z.enum(['well established', 'commonly reported', 'sparse', 'anecdotal']);
export type Evidence = z.infer<typeof Evidence>;

/** One school's answer to "how is this seed woken?"; the towel test only asks how much of it is viable. */
export const School = z.enum([
  'towelInFridge',
  'mediumInFridge',
  'pottedThenChilled',
  'outdoorWinter',
  'dryCold',
  'freezerTurns',
  'noCold',
  'warmThenCold',
  'towelTest',
]);
export type School = z.infer<typeof School>;

/** A school's recipe for one species: stages in the order in which the seed meets them. */
export const Method = z
  .object({
    id: Slug,
    name: shortText(80),
    school: School,
    stages: z
      .array(Stage)
      .min(1, { error: () => say('methodNeedsStage') })
      .max(12),
    evidence: Evidence,
    speaksFor: z.string().max(300).optional(),
    speaksAgainst: z.string().max(300).optional(),
  })
  .refine((method) => method.stages.at(-1)?.kind === (method.school === 'towelTest' ? 'warmTowel' : 'pot'), {
    error: () => say('whereMethodEnds'),
    path: ['stages'],
  });
export type Method = z.infer<typeof Method>;
