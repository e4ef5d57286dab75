import { CUE_NAMES, CUES } from '@chill/core/cue/cues.ts';
import { speciesFromProfile } from '@chill/core/cue/fromProfile.ts';
import { type KeyAnswers, type KeyGuess, keyGuess } from '@chill/core/cue/key.ts';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { useStored } from '../../data/stored.ts';
import { Field } from '../../kit/Field.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';
import { KeyPicture, type Picture } from './KeyPicture.tsx';
import { WayDrawing } from './WayDrawing.tsx';

interface Question<K extends keyof KeyAnswers> {
  key: K;
  ask: string;
  options: { value: NonNullable<KeyAnswers[K]>; text: string; picture?: Picture }[];
}

const QUESTIONS: Question<keyof KeyAnswers>[] = [
  {
    key: 'swells',
    ask: 'A few left in water overnight: do they swell?',
    options: [
      { value: 'yes', text: 'yes, visibly', picture: 'swollen' },
      { value: 'no', text: 'no, still hard', picture: 'unswollen' },
    ],
  },
  {
    key: 'winters',
    ask: 'Where it grows, the winters are',
    options: [
      { value: 'cold', text: 'cold, with frost', picture: 'snow' },
      { value: 'mild', text: 'mild; the summers dry', picture: 'mild' },
    ],
  },
  {
    key: 'ground',
    ask: 'It grows in',
    options: [
      { value: 'open', text: 'open ground', picture: 'open' },
      { value: 'woods', text: 'woods', picture: 'woods' },
      { value: 'wet', text: 'wet ground', picture: 'wet' },
      { value: 'burns', text: 'country that burns', picture: 'burns' },
    ],
  },
  {
    key: 'size',
    ask: 'How large is one seed?',
    options: [
      { value: 'dust', text: 'like dust', picture: 'dust' },
      { value: 'small', text: '1 to 3 mm', picture: 'small' },
      { value: 'middle', text: '4 to 9 mm', picture: 'middle' },
      { value: 'large', text: 'larger', picture: 'large' },
    ],
  },
  {
    key: 'fruit',
    ask: 'It came out of',
    options: [
      { value: 'fleshy', text: 'a fleshy fruit', picture: 'fleshy' },
      { value: 'dry', text: 'a dry pod, cone or head', picture: 'dry' },
    ],
  },
  {
    key: 'life',
    ask: 'The plant is',
    options: [
      { value: 'annual', text: 'an annual' },
      { value: 'perennial', text: 'a perennial' },
      { value: 'woody', text: 'a shrub or tree' },
    ],
  },
  {
    key: 'ripens',
    ask: 'The seed is ripe in',
    options: [
      { value: 'spring', text: 'spring' },
      { value: 'summer', text: 'summer' },
      { value: 'autumn', text: 'autumn' },
      { value: 'winter', text: 'winter' },
    ],
  },
];

/** Cues worth a bar of their own; the rest say how it is laid out. */
const SHOWN = CUE_NAMES.filter((cue) => CUES[cue].bar).sort((a, b) => (CUES[a].bar ?? 0) - (CUES[b].bar ?? 0));

/** The key for a species that nobody lists: a few questions, a first guess with how sure it is, and how to check it. */
export default function KeyPage() {
  const { handbook } = useNursery();
  const [answers, setAnswers] = useStored<KeyAnswers>('chill.draft.key', {});
  const guess = useMemo(() => keyGuess(answers, handbook), [answers, handbook]);
  const answered = Object.keys(answers).length;
  const answer = (key: keyof KeyAnswers, value: string) => {
    const { [key]: before, ...rest } = answers;
    setAnswers(before === value ? rest : { ...answers, [key]: value });
  };
  return (
    <section className="gap-14 px-4 pt-5 desk:grid desk:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] desk:px-10">
      <div>
        <h1>What does an unknown seed wait for?</h1>
        <p className="mt-1 max-w-prose text-ink2">Answer what you can, skip the rest. Each answer moves the guess.</p>
        {QUESTIONS.map(({ key, ask, options }) => (
          <fieldset key={key} className="mt-4 border-t border-line pt-2">
            <legend className="float-left w-full font-semibold">{ask}</legend>
            <div className="clear-both grid grid-cols-2 gap-x-4 sm:grid-cols-4">
              {options.map(({ value, text, picture }) => {
                const chosen = answers[key] === value;
                return (
                  <button
                    key={value}
                    type="button"
                    aria-pressed={chosen}
                    onClick={() => answer(key, value)}
                    className={`min-h-12 border-b-[3px] py-1.5 text-left ${chosen ? 'border-ink font-bold' : 'border-transparent text-ink2 hover:border-line'}`}
                  >
                    {picture && <KeyPicture of={picture} />}
                    {text}
                  </button>
                );
              })}
            </div>
          </fieldset>
        ))}
        {answered > 0 && (
          <button type="button" className="quiet mt-3" onClick={() => setAnswers({})}>
            begin again
          </button>
        )}
      </div>
      <div className="mt-8 desk:mt-0">
        {answered === 0 ? <p className="mt-12 text-lg text-ink2">The guess will stand here.</p> : <Guess guess={guess} />}
      </div>
    </section>
  );
}

function Guess({ guess }: { guess: KeyGuess }) {
  const { sure, cues, chances, alike, tests } = guess;
  const named = cues.length === 0 ? 'nothing' : cues.map((cue) => CUES[cue].name).join(', and ');
  return (
    <div aria-live="polite">
      <h2>First guess</h2>
      <p className="mt-1 text-[1.35rem] leading-snug font-[620]">It waits for {named}.</p>
      <p className="mt-1 text-ink2">
        <b className="font-mono text-ink">{Math.round(sure * 100)} in 100</b> sure, going by the handbook’s species that answer alike: above
        all{' '}
        {alike.map((species, i) => (
          <span key={species.id}>
            {i > 0 && (i === alike.length - 1 ? ' and ' : ', ')}
            <Link to={`/handbook/${species.id}`} className="underline underline-offset-4">
              {species.common[0]?.toLowerCase()}
            </Link>
          </span>
        ))}
        .
      </p>
      <ul aria-label="How likely it waits for each" className="mt-4">
        {SHOWN.map((cue) => (
          <li key={cue} className="grid grid-cols-[11rem_1fr_3rem] items-center gap-3 py-0.5">
            <span className={chances[cue] >= 0.5 ? 'font-semibold' : 'text-ink2'}>{CUES[cue].name}</span>
            <span className="h-2.5 bg-line">
              <span className="block h-full bg-ink" style={{ width: `${chances[cue] * 100}%` }} />
            </span>
            <span className="text-right font-mono text-[0.95rem]">{Math.round(chances[cue] * 100)}</span>
          </li>
        ))}
      </ul>
      <h2 className="mt-6">The two tests that would tell most</h2>
      <ol className="mt-1 list-decimal space-y-1 pl-5">
        {tests.map(({ cue, text }) => (
          <li key={cue} className="max-w-prose">
            {text}
          </li>
        ))}
      </ol>
      <Keep guess={guess} />
    </div>
  );
}

/** Keeps the guess as an entry of one's own, from which a lot can be planned and split into a small trial. */
function Keep({ guess }: { guess: KeyGuess }) {
  const { handbook } = useNursery();
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const [name, setName] = useState('');
  const slug = name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  const species = speciesFromProfile(guess.profile, {
    id: `own-${slug || 'unknown'}`,
    scientific: name.trim() || 'Unknown species',
    common: name.trim() || 'Unknown species',
    country: 'Not known to the handbook',
    why: `Nobody lists it. By the key it waits for ${guess.cues.map((cue) => CUES[cue].name).join(' and ') || 'nothing'}, ${Math.round(guess.sure * 100)} in 100 sure: a first guess, to be checked by a small trial.`,
    source: 'Chill’s key: likeness to the species of the handbook',
    standsFor: 'guess',
  });
  const first = species.ways[0];
  const keep = () =>
    attempt(async () => {
      if (slug === '') throw new Error('Give it a name, if only your own.');
      if (handbook.some(({ id }) => id === species.id))
        throw new Error('The handbook has an entry of yours by that name already: give it another.');
      await saveSpecies(species);
      navigate(`/seeds/new?species=${species.id}`);
    });
  return (
    <div className="mt-6">
      <h2>A small trial to check it</h2>
      {first && <WayDrawing species={species} way={first} labelled />}
      <p className="max-w-prose text-ink2">
        Keep the guess under a name, write down the lot, and split it in the plan: {first?.name.toLowerCase()} against nothing done. If the
        guess is right, the second will hardly come.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <div className="w-64">
          <Field label="Call it" error={problem}>
            <input className="written" value={name} onChange={(event) => setName(event.target.value)} />
          </Field>
        </div>
        <button type="button" className="action" disabled={busy} onClick={keep}>
          keep it, and add the lot
        </button>
      </div>
    </div>
  );
}
