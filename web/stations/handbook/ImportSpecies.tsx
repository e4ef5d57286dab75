import { inPresentNames } from '@chill/model/formerNames.ts';
import { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ApiProblem } from '../../browser/api.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { type Judged, judgedBy } from '../../kit/fields/useWritten.ts';

const LARGEST_BYTES = 200 * 1024;

/** Takes in a species from a file, the same JSON as the handbook's own; what is wrong with it is said field by field, and nothing is half saved. */
export function ImportSpecies() {
  const { handbook } = useNursery();
  const navigate = useNavigate();
  const [problems, setProblems] = useState<string[]>([]);
  const read = async (file: File) => {
    setProblems([]);
    const judged = await readSpecies(file);
    if ('faults' in judged) return setProblems(judged.faults.map(({ field, message }) => (field ? `${field}: ${message}` : message)));
    const species = judged.value;
    // A file of a built-in species comes in as a copy beside it.
    const builtIn = handbook.some(({ id, standsFor }) => id === species.id && standsFor === undefined);
    try {
      const saved = await saveSpecies(builtIn ? { ...species, id: `own-${species.id}`, basedOn: species.id, standsFor: 'own' } : species);
      navigate(`/handbook/${saved.id}`);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setProblems([error.message]);
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

/** So many faults are told at once: whoever mends them tries again. */
const FAULTS_SHOWN = 8;

async function readSpecies(file: File): Promise<Judged<Species>> {
  const fault = (message: string): Judged<Species> => ({ faults: [{ field: '', message }] });
  if (file.size > LARGEST_BYTES) return fault(say('fileTooLarge'));
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    return fault(say('fileNotJson'));
  }
  // A file that was written by a Chill of before is read as well.
  const judged = judgedBy(Species, inPresentNames(json));
  return 'faults' in judged
    ? { faults: judged.faults.slice(0, FAULTS_SHOWN).map(({ field, message }) => ({ field: field || say('file'), message })) }
    : judged;
}
