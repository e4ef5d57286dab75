import { type JudgedBatch, yearOfResult } from '@chill/core/results/judged.ts';
import { FATES, type Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/nextYear.ts';
import { say as results } from '@chill/words/results.ts';
import { useSearchParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { useResults } from '../../data/results.ts';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { FateBar, fatesSaid } from '../../parts/FateBar.tsx';
import { Losses } from './Losses.tsx';
import { Recipes, WorthTrial } from './Recipes.tsx';
import { ResultsPages } from './ResultsPages.tsx';
import { useRecipes } from './useRecipes.ts';

/** A season's report as one document, to be printed or kept as PDF; its data beside it as CSV. */
export default function ReportPage() {
  const { nursery } = useNursery();
  const { data } = useResults();
  const next = useRecipes();
  const [query, setQuery] = useSearchParams();
  const year = query.get('year') ?? '';
  if (!data) return <Waiting />;
  const years = [...new Set(data.judged.map(({ outcome }) => yearOfResult(outcome)))].sort();
  const ofYear = data.judged.filter(({ outcome }) => year === '' || yearOfResult(outcome) === year);
  return (
    <section className="px-4 pt-5 desk:px-10 print:p-0">
      <h1>{year ? say('reportOfYear', { nursery: nursery.name, year }) : say('reportOf', { nursery: nursery.name })}</h1>
      <ResultsPages />
      <div className="screen-only mt-3 flex flex-wrap items-baseline gap-x-6">
        <label className="flex items-baseline gap-2 text-[0.95rem] text-ink2">
          {say('season')}
          <select
            className="written w-auto"
            value={year}
            onChange={({ target }) => setQuery(target.value ? { year: target.value } : {}, { replace: true })}
          >
            <option value="">{say('everySeason')}</option>
            {years.map((one) => (
              <option key={one} value={one}>
                {say('closedIn', { year: one })}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="quiet" onClick={() => print()}>
          {say('print')}
        </button>
        <a className="quiet" href="/api/results.zip" download>
          {results('saveData')}
        </a>
      </div>
      {ofYear.length === 0 ? (
        <p className="mt-3 max-w-prose text-lg">{say('noneYet')}</p>
      ) : (
        <>
          <Summary all={ofYear} />
          <h2 className="mt-8">{say('ofSpecies')}</h2>
          <BySpecies all={ofYear} />
          <h2 className="mt-8">{say('largest')}</h2>
          <Losses outcomes={ofYear.map(({ outcome }) => outcome)} />
          <h2 className="mt-8 break-before-page">{say('recipes')}</h2>
          <Recipes recipes={next.recipes} />
          <h2 className="mt-8">{say('trial')}</h2>
          <WorthTrial next={next} />
        </>
      )}
    </section>
  );
}

/** What came of several batches, as of one. Their ranges do not add up to a range of all: together luck evens out. */
function together(all: readonly JudgedBatch[]): Pick<Outcome, 'seeds' | 'went'> {
  const sum = (pick: (outcome: Outcome) => number) => all.reduce((total, { outcome }) => total + pick(outcome), 0);
  const went = Object.fromEntries(FATES.map((fate) => [fate, sum((one) => one.went[fate] ?? 0)]));
  return { seeds: sum(({ seeds }) => seeds), went };
}

function Summary({ all }: { all: readonly JudgedBatch[] }) {
  const sum = together(all);
  const judged = all.filter(({ against }) => against);
  const within = judged.filter(({ against }) => against === 'within').length;
  return (
    <div className="mt-4 max-w-5xl">
      <p className="text-lg">
        {say('summary', { count: all.length, seeds: sum.seeds, plants: sum.went.plants ?? 0, within, judged: judged.length })}
      </p>
      <FateBar outcome={sum} />
      <p className="text-[0.95rem] text-ink2">{fatesSaid(sum)}</p>
    </div>
  );
}

function BySpecies({ all }: { all: readonly JudgedBatch[] }) {
  const { handbook } = useNursery();
  const nameOf = (id: string) => handbook.find((one) => one.id === id)?.common[0] ?? id;
  const species = [...new Set(all.map(({ outcome }) => outcome.speciesId))].sort((a, b) => nameOf(a).localeCompare(nameOf(b)));
  return (
    <ul className="mt-1 max-w-5xl">
      {species.map((id) => {
        const sum = together(all.filter(({ outcome }) => outcome.speciesId === id));
        return (
          <li
            key={id}
            className="grid break-inside-avoid gap-x-8 border-t border-line py-1.5 desk:grid-cols-[minmax(0,15rem)_minmax(0,1fr)] print:grid-cols-[12rem_minmax(0,1fr)]"
          >
            <b className="font-[560]">{nameOf(id)}</b>
            <span>
              <FateBar outcome={sum} />
              <span className="block text-[0.92rem] text-ink2">{results('seedsWent', { seeds: sum.seeds, went: fatesSaid(sum) })}</span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
