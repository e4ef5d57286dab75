import { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { FileChoice } from '../../kit/FileChoice.tsx';

const LARGEST_BYTES = 200 * 1024;

/** Takes in a species from a file, the same JSON as the handbook's own; what is wrong with it is said field by field, and nothing is half saved. */
export function ImportSpecies() {
  const { handbook } = useNursery();
  const navigate = useNavigate();
  const [problems, setProblems] = useState<string[]>([]);
  const read = async (file: File) => {
    setProblems([]);
    try {
      const species = readSpecies(await textOf(file));
      // A file of a built-in species comes in as a copy beside it.
      const builtIn = handbook.some(({ id, standsFor }) => id === species.id && standsFor === undefined);
      const saved = await saveSpecies(builtIn ? { ...species, id: `own-${species.id}`, basedOn: species.id, standsFor: 'own' } : species);
      navigate(`/handbook/${saved.id}`);
    } catch (error) {
      setProblems((error as Error).message.split('\n'));
    }
  };
  return (
    <div className="mt-8 border-t border-line pt-3">
      <FileChoice accept=".json,application/json" choose={(file) => void read(file)}>
        {say('importSpecies')}
      </FileChoice>
      {problems.length > 0 && (
        <ul role="alert" className="mt-1 font-semibold text-alarm">
          {problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

async function textOf(file: File): Promise<string> {
  if (file.size > LARGEST_BYTES) throw new Error('That file is larger than 200 kB: one species takes a few. Export it again.');
  return file.text();
}

function readSpecies(text: string): Species {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Error('That file is not JSON. Export a species from Chill to see what one looks like.');
  }
  const parsed = Species.safeParse(json);
  if (parsed.success) return parsed.data;
  throw new Error(
    parsed.error.issues
      .slice(0, 8)
      .map((issue) => `${issue.path.join('.') || say('file')}: ${issue.message}`)
      .join('\n'),
  );
}
