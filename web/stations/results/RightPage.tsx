import { type Calibration, calibrationOf, ENOUGH, everySaid, type PromisedRange } from '@chill/core/results/calibration.ts';
import { percent } from '@chill/core/units/percent.ts';
import { say } from '@chill/words/results.ts';
import { worded } from '@chill/words/tables.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { useResults } from '../../data/results.ts';
import { saveNursery } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { type PlotData, SHARES } from '../../kit/plot/plot.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { ResultsPages } from './ResultsPages.tsx';

/** Every range that was ever promised, held against what came of it. */
export default function RightPage() {
  const { data: results } = useResults();
  const said = useMemo(() => results && everySaid(results.judged), [results]);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{say('isRight')}</h1>
      <ResultsPages />
      {said ? <Right said={said} /> : <Waiting />}
    </section>
  );
}

const VERDICTS = worded(say, { narrow: 'tooNarrow', wide: 'tooWide' });
const KINDS = worded(say, { plants: 'plantsKind', sprouts: 'sproutsKind' });

function Right({ said }: { said: readonly PromisedRange[] }) {
  const found = useMemo(() => calibrationOf(said), [said]);
  // A batch's sprouts and its plants are the same luck: what is promised of plants goes by plants alone.
  const ofPlants = useMemo(() => calibrationOf(said.filter(({ kind }) => kind === 'plants')), [said]);
  const parts = useMemo(() => {
    const kinds = (['plants', 'sprouts'] as const).map((kind) => ({ name: KINDS[kind], of: said.filter((one) => one.kind === kind) }));
    const years = [...new Set(said.map(({ year }) => year))].sort();
    return [...kinds, ...years.map((year) => ({ name: say('seasonOf', { year }), of: said.filter((one) => one.year === year) }))];
  }, [said]);
  if (!found) return <p className="mt-3 max-w-prose text-lg">{say('tooFewToTell', { promises: said.length, enough: ENOUGH })}</p>;
  return (
    <>
      <p className="mt-3 max-w-prose text-lg">
        {found.says === 'right' ? say('asGood', { promises: found.promises }) : VERDICTS[found.says]}
      </p>
      <ul className="mt-4 grid max-w-4xl gap-x-8 gap-y-4 sm:grid-cols-3">
        {found.inside.map(({ level, inside, of, share }) => (
          <li key={level} className="border-t border-line pt-2">
            <b className="block font-mono text-3xl">{percent(share.share)}</b>
            <span className="block">{say('levelSaid', { level: percent(level) })}</span>
            <span className="block text-[0.92rem] text-ink2">
              {say('insideOf', { inside, of })} · {percent(share.low)}–{percent(share.high)}
            </span>
          </li>
        ))}
      </ul>
      <Curve found={found} />
      {ofPlants && <OwnSpread found={ofPlants} />}
      <h2 className="mt-8">{say('perKind')}</h2>
      <ul className="mt-1 max-w-4xl">
        {parts.map(({ name, of }) => (
          <PartLine key={name} name={name} said={of} />
        ))}
      </ul>
    </>
  );
}

function Curve({ found: { curve } }: { found: Calibration }) {
  const data = useMemo(
    (): PlotData => ({
      x: { ...SHARES, tell: percent },
      y: { ...SHARES, tell: percent },
      lines: [
        { name: say('curveIdeal'), points: [[0, 0] as const, [1, 1] as const], colour: 'cold', width: 1.4, dash: [5, 4] },
        { name: say('came'), points: curve.map(({ asked, got }) => [asked, got] as const), colour: 'ink', width: 2.4, dots: true },
      ],
    }),
    [curve],
  );
  return (
    <figure className="mt-6 max-w-2xl">
      <Plot label={say('curve')} data={data} height={280} />
      <figcaption className="text-[0.92rem] text-ink2">
        {say('curve')}. {say('curveMean')}
      </figcaption>
    </figure>
  );
}

const told = (factor: number) => Number(factor.toFixed(2));

/** The nursery's own spread: put in force or taken back by one tap, where enough results ask for it. */
function OwnSpread({ found: { factor, factorRange, says } }: { found: Calibration }) {
  const { nursery } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const inForce = nursery.settings.spread ?? 1;
  const { spread: _own, ...others } = nursery.settings;
  const wanted = told(Math.min(4, Math.max(0.3, factor)));
  const put = (settings: typeof nursery.settings) => attempt(async () => saveNursery({ ...nursery, settings }, nursery));
  return (
    <div className="mt-4 max-w-prose">
      <p className="text-ink2">{say('bestToo', { factor: told(factor), low: told(factorRange.low), high: told(factorRange.high) })}</p>
      {inForce !== 1 && <p>{say('inForce', { factor: told(inForce) })}</p>}
      <div className="mt-1 flex flex-wrap gap-x-6">
        {/* Once a factor is in force, results say whether it is right only as those promised under it come in. */}
        {says !== 'right' && inForce === 1 && (
          <button type="button" className="action" disabled={busy} onClick={() => put({ ...others, spread: wanted })}>
            {say(wanted >= 1 ? 'useFactor' : 'useFactorNarrow', { factor: told(wanted) })}
          </button>
        )}
        {inForce !== 1 && (
          <button type="button" className="quiet" disabled={busy} onClick={() => put(others)}>
            {say('takeBack')}
          </button>
        )}
      </div>
      <Problem>{problem}</Problem>
    </div>
  );
}

function PartLine({ name, said }: { name: string; said: readonly PromisedRange[] }) {
  const found = useMemo(() => calibrationOf(said), [said]);
  return (
    <li className="flex flex-wrap items-baseline justify-between gap-x-6 border-t border-line py-2">
      <b className="font-[560]">{name}</b>
      <span className="text-[0.95rem] text-ink2">
        {found
          ? found.inside.map(({ level, inside, of }) => `${percent(level)}: ${say('insideOf', { inside, of })}`).join(' · ')
          : say('tooFewToTell', { promises: said.length, enough: ENOUGH })}
      </span>
    </li>
  );
}
