import { readdirSync, readFileSync } from 'node:fs';
import { Genus } from '@chill/model/genus.ts';
import { Species, TaxonHazards } from '@chill/model/species.ts';
import { z } from '@chill/model/zod.ts';

const FOLDER = new URL('./species/', import.meta.url);
const GENERA = new URL('./genera.json', import.meta.url);
const HAZARDS = new URL('./hazards.json', import.meta.url);

/**
 * Every species of the built-in handbook, checked against the model, sorted by scientific name.
 * @throws {Error} naming the file and the field, where a file is not a valid species or its name and id differ.
 */
export function loadHandbook(): Species[] {
  return readdirSync(FOLDER)
    .filter((file) => file.endsWith('.json'))
    .map(readSpecies)
    .sort((a, b) => a.scientific.localeCompare(b.scientific));
}

/**
 * What is usual in each genus that has a default, by name.
 * @throws {Error} naming the field, where the file is not valid.
 */
export function loadGenera(): Genus[] {
  return checked(z.array(Genus), GENERA, 'handbook/genera.json');
}

/**
 * Genera and families known to be poisonous, irritant, protected or regulated, for species that the handbook has not.
 * @throws {Error} naming the field, where the file is not valid.
 */
export function loadHazards(): TaxonHazards[] {
  return checked(z.array(TaxonHazards), HAZARDS, 'handbook/hazards.json');
}

function readSpecies(file: string): Species {
  const species = checked(Species, new URL(file, FOLDER), `handbook/species/${file}`);
  if (`${species.id}.json` !== file) throw new Error(`handbook/species/${file} holds ${species.id}`);
  return species;
}

function checked<T>(schema: z.ZodType<T>, file: URL, name: string): T {
  const parsed = schema.safeParse(JSON.parse(readFileSync(file, 'utf8')));
  if (parsed.success) return parsed.data;
  throw new Error(`${name}: ${parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; ')}`);
}
