import { readdirSync, readFileSync } from 'node:fs';
import { Species } from '@chill/model/species.ts';

const FOLDER = new URL('./species/', import.meta.url);

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

function readSpecies(file: string): Species {
  const parsed = Species.safeParse(JSON.parse(readFileSync(new URL(file, FOLDER), 'utf8')));
  if (!parsed.success) {
    const faults = parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
    throw new Error(`handbook/species/${file}: ${faults.join('; ')}`);
  }
  if (`${parsed.data.id}.json` !== file) throw new Error(`handbook/species/${file} holds ${parsed.data.id}`);
  return parsed.data;
}
