import { CUE_NAMES, CUES } from '@chill/core/cue/cues.ts';
import { speciesFromProfile } from '@chill/core/cue/fromProfile.ts';
import { type KeyAnswers, type KeyGuess, keyGuess } from '@chill/core/cue/key.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/handbook.ts';
import { allOf } from '@chill/words/lists.ts';
import { Rich } from '@chill/words/rich.tsx';
import type { PlainKey } from '@chill/words/subject.ts';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useStored } from '../../browser/stored.ts';
import { useNursery } from '../../data/nursery.ts';
import { saveSpecies } from '../../data/saving.ts';
import { Field } from '../../kit/fields/Field.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { KeyPicture, type Picture } from './KeyPicture.tsx';
import { MethodDrawing } from './MethodDrawing.tsx';

interface Question<K extends keyof KeyAnswers> {
  key: K;
  ask: PlainKey<typeof say>;
  options: { value: NonNullable<KeyAnswers[K]>; text: PlainKey<typeof say>; picture?: Picture }[];
}

const QUESTIONS: Question<keyof KeyAnswers>[] = [
  {
    key: 'swells',
    ask: 'doTheySwellOvernight',
    options: [
      { value: 'yes', text: 'yesVisibly', picture: 'swollen' },
      { value: 'no', text: 'noStillHard', picture: 'unswollen' },
    ],
  },
  {
    key: 'winters',
    ask: 'whereGrowsWinters',
    options: [
      { value: 'cold', text: 'coldFrost', picture: 'snow' },
      { value: 'mild', text: 'mildSummersDry', picture: 'mild' },
      { value: 'frostFree', text: 'frostFreeWetSummers', picture: 'frostFree' },
    ],
  },
  {
    key: 'ground',
    ask: 'grows',
    options: [
      { value: 'open', text: 'openGround', picture: 'open' },
      { value: 'woods', text: 'woods', picture: 'woods' },
      { value: 'wet', text: 'wetGround', picture: 'wet' },
      { value: 'burns', text: 'countryBurns', picture: 'burns' },
    ],
  },
  {
    key: 'size',
    ask: 'howLargeIsOne',
    options: [
      { value: 'dust', text: 'likeDust', picture: 'dust' },
      { value: 'small', text: 'oneToThreeMm', picture: 'small' },
      { value: 'middle', text: 'fourToNineMm', picture: 'middle' },
      { value: 'large', text: 'larger', picture: 'large' },
    ],
  },
  {
    key: 'fruit',
    ask: 'cameFrom',
    options: [
      { value: 'fresh', text: 'freshFromFleshyFruit', picture: 'fleshy' },
      { value: 'fleshy', text: 'fleshyFruit', picture: 'stones' },
      { value: 'dry', text: 'dryPodOrCone', picture: 'dry' },
    ],
  },
  {
    key: 'life',
    ask: 'plant',
    options: [
      { value: 'annual', text: 'annual' },
      { value: 'perennial', text: 'perennial' },
      { value: 'woody', text: 'shrubOrTree' },
      { value: 'crop', text: 'kitchenOrGarden' },
    ],
  },
  {
    key: 'ripens',
    ask: 'seedRipe',
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
        <h1>{say('keyToUnknownSeed')}</h1>
        <p className="mt-1 max-w-prose text-ink2">{say('answerWhatYouCan')}</p>
        {QUESTIONS.map(({ key, ask, options }) => (
          <fieldset key={key} className="mt-4 border-t border-line pt-2">
            <legend className="float-left w-full font-semibold">{say(ask)}</legend>
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
                    {say(text)}
                  </button>
                );
              })}
            </div>
          </fieldset>
        ))}
        {answered > 0 && (
          <button type="button" className="quiet mt-3" onClick={() => setAnswers({})}>
            {say('startAgain')}
          </button>
        )}
      </div>
      <div className="mt-8 desk:mt-0">
        {answered === 0 ? <p className="mt-12 text-lg text-ink2">{say('guessAppearsHere')}</p> : <Guess guess={guess} />}
      </div>
    </section>
  );
}

function Guess({ guess }: { guess: KeyGuess }) {
  const { chances, tests, standing, deadly } = guess;
  return (
    <div aria-live="polite">
      {standing === 'guess' ? <Needs guess={guess} /> : <TryFive guess={guess} />}
      {standing !== 'nothingAlike' && deadly.cold && (
        <p className="mt-2 max-w-prose border-l-4 border-alarm pl-3">{say('coldCouldKill')}</p>
      )}
      {deadly.drying && <p className="mt-2 max-w-prose border-l-4 border-alarm pl-3">{say('dryingCouldKill')}</p>}
      <ul aria-label={say('howLikelyIsEach')} className="mt-4">
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
      <h2 className="mt-6">{say('twoMostUsefulTests')}</h2>
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

/** What it seems to wait for, how sure that is, and the species that it is like. */
function Needs({ guess: { sure, cues, alike } }: { guess: KeyGuess }) {
  const named = cues.length === 0 ? say('nothing') : allOf(cues.map((cue) => CUES[cue].name));
  return (
    <>
      <h2>{say('firstGuessTitle')}</h2>
      <p className="mt-1 text-[1.35rem] leading-snug font-[620]">{say('needsNamed', { cues: named })}</p>
      <p className="mt-1 text-ink2">
        <Rich say={say} of="howSureAndWhy" facts={{ sure: Math.round(sure * 100) }} parts={{ b: <b className="font-mono text-ink" /> }} />{' '}
        {alike.map((species, i) => (
          <span key={species.id}>
            {i > 0 && (i === alike.length - 1 ? ` ${say('andWord')} ` : ', ')}
            <Link to={`/handbook/${species.id}`} className="underline underline-offset-4">
              {species.common[0]?.toLowerCase()}
            </Link>
          </span>
        ))}
        .
      </p>
    </>
  );
}

/** Where there is no guess: what five can be tried with that kills none of them. */
function TryFive({ guess: { profile, standing } }: { guess: KeyGuess }) {
  const { nursery } = useNursery();
  return (
    <>
      <h2>{say(standing === 'nothingAlike' ? 'likeNothingKnown' : 'tooLittleTold')}</h2>
      <p className="mt-1 text-[1.35rem] leading-snug font-[620]">
        {say('sowFiveAtOnce', { warmth: showQuantity(profile.sprouting.at_C, 'temperature_C', nursery.settings.units) })}
      </p>
    </>
  );
}

/** Keeps the guess as an entry of one's own, from which a lot can be planned and split into a small trial. */
function Keep({ guess }: { guess: KeyGuess }) {
  const { handbook } = useNursery();
  const navigate = useNavigate();
  const { attempt, problem, busy } = useAttempt();
  const [query] = useSearchParams();
  const [name, setName] = useState(query.get('name') ?? '');
  const slug = name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  const species = speciesFromProfile(guess.profile, {
    id: `own-${slug || 'unknown'}`,
    scientific: name.trim() || say('unknownSpecies'),
    common: name.trim() || say('unknownSpecies'),
    country: say('notKnownHandbook'),
    why: say('firstGuessByKey', {
      cues: allOf(guess.cues.map((cue) => CUES[cue].name)) || say('nothing'),
      sure: Math.round(guess.sure * 100),
    }),
    source: say('sourceOfTheKey'),
    standsFor: 'guess',
  });
  const first = species.methods[0];
  const keep = () =>
    attempt(async () => {
      if (slug === '') return refusal(say.of('giveName'));
      if (handbook.some(({ id }) => id === species.id)) return refusal(say.of('nameTaken'));
      await saveSpecies(species);
      navigate(`/seeds/new?species=${species.id}`);
    });
  return (
    <div className="mt-6">
      <h2>{say('smallTrialCheck')}</h2>
      {first && <MethodDrawing species={species} method={first} labelled />}
      <p className="max-w-prose text-ink2">{say('whatToDoWithTheGuess', { name: first?.name.toLowerCase() })}</p>
      <div className="mt-2 flex flex-wrap items-end gap-4">
        <div className="w-64">
          <Field label={say('call')} error={problem}>
            <input className="written" value={name} onChange={(event) => setName(event.target.value)} />
          </Field>
        </div>
        <button type="button" className="action" disabled={busy} onClick={keep}>
          {say('keepAddLot')}
        </button>
      </div>
    </div>
  );
}
