import type { JudgedBatch } from '@chill/core/results/judged.ts';
import { say } from '@chill/words/results.ts';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { useResults } from '../../data/results.ts';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { Compared } from '../../parts/TrialResult.tsx';
import type { TrialQuestion } from '../../workers/trial.ts';
import { ResultsPages } from './ResultsPages.tsx';

/** Any two closed batches of one species held against each other, as the arms of a trial are; which ones stands in the address. */
export default function ComparePage() {
  const { data } = useResults();
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('compare')}</h1>
      <ResultsPages />
      {data ? <Comparing all={data.judged} /> : <Waiting />}
    </section>
  );
}

function Comparing({ all }: { all: readonly JudgedBatch[] }) {
  const { handbook } = useNursery();
  const [query, setQuery] = useSearchParams();
  const comparable = useMemo(() => {
    const counted = all.filter(({ outcome }) => outcome.sprouting);
    return counted.filter(({ id, outcome }) => counted.some((other) => other.id !== id && other.outcome.speciesId === outcome.speciesId));
  }, [all]);
  const of = (name: string) => comparable.find(({ outcome }) => outcome.code === query.get(name));
  const first = of('a');
  const second = of('b');
  const question = useMemo(
    (): TrialQuestion | undefined =>
      first &&
      second && {
        outcomes: [first, second].map(({ outcome }, i) => ({
          ...outcome,
          trial: { id: 'compared', name: '', arm: i + 1, arms: 2, control: i === 0 },
        })),
        open: {},
        dealt: false,
      },
    [first, second],
  );
  if (comparable.length === 0) return <p className="mt-3 max-w-prose text-lg">{say('compareNone')}</p>;
  const nameOf = ({ outcome }: JudgedBatch) =>
    `${outcome.code} ${handbook.find(({ id }) => id === outcome.speciesId)?.common[0] ?? outcome.speciesId}, ${outcome.method.name}`;
  const choose = (name: 'a' | 'b', label: string, among: readonly JudgedBatch[]) => (
    <label className="block max-w-xl">
      <span className="text-[0.95rem] text-ink2">{label}</span>
      <select
        className="written w-full"
        value={of(name)?.outcome.code ?? ''}
        onChange={({ target }) =>
          setQuery(
            (now) => {
              now.set(name, target.value);
              // Another species has other batches to be held against.
              if (name === 'a') now.delete('b');
              return now;
            },
            { replace: true },
          )
        }
      >
        <option value="">{say('choose')}</option>
        {among.map((one) => (
          <option key={one.id} value={one.outcome.code}>
            {nameOf(one)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <>
      <p className="mt-3 max-w-prose text-[1.06rem] text-ink2">{say('compareIntro')}</p>
      <div className="mt-3 grid gap-x-10 gap-y-3 desk:grid-cols-2">
        {choose(
          'a',
          say('compareFirst'),
          comparable.toSorted((a, b) => nameOf(a).localeCompare(nameOf(b))),
        )}
        {first &&
          choose(
            'b',
            say('compareSecond'),
            comparable.filter(({ id, outcome }) => id !== first.id && outcome.speciesId === first.outcome.speciesId),
          )}
      </div>
      {question && <Compared question={question} />}
    </>
  );
}
