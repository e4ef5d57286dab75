import { say } from '@chill/words/model.ts';
import { shortText } from './primitives.ts';
import { SpeciesFields } from './species.ts';
import { z } from './zod.ts';

/** What is usual in a genus: a fallback for species that the handbook has not, and no more than that. */
export const Genus = SpeciesFields.omit({
  id: true,
  scientific: true,
  common: true,
  synonyms: true,
  country: true,
  dormancy: true,
  standsFor: true,
  basedOn: true,
  sources: true,
  evidence: true,
  methods: true,
}).extend({
  genus: z.string().regex(/^[A-Z][a-z]+$/, { error: () => say('oneCapitalisedLatinWord') }),
  common: shortText(60),
  dormancy: SpeciesFields.shape.dormancy.omit({ why: true }),
  /** The one species whose figures stand here, where nobody has written down what is usual in the genus. */
  madeFrom: shortText(80).optional(),
});
export type Genus = z.infer<typeof Genus>;
