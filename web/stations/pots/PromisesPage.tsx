import { addDays, daysBetween, shortDate } from '@chill/core/calendar/dates.ts';
import type { PromiseStanding, SpeciesStanding } from '@chill/core/nursery/promises.ts';
import { span } from '@chill/core/units/span.ts';
import type { PlantPromise } from '@chill/model/promise.ts';
import { say } from '@chill/words/promises.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { savePromise, usePromises } from '../../data/promises.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, roundTicks } from '../../kit/plot/plot.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { PromiseForm } from './PromiseForm.tsx';
import { PromiseLine } from './PromiseLine.tsx';
import { SeveralPromises } from './SeveralPromises.tsx';
import { StillToStart } from './StillToStart.tsx';

/** Everything promised, species by species, against the batches that have plants to come. */
export default function PromisesPage() {
  const { promises, standings, error } = usePromises();
  const [several, writeSeveral] = useState(false);
  const [writing, write] = useState<Partial<PlantPromise> & { id: string }>();
  const open = standings.flatMap((one) => one.promises);
  const plants = open.reduce((sum, one) => sum + one.open, 0);
  const short = open.filter(({ stands }) => stands !== 'covered').length;
  return (
    <section className="px-4 pt-5 desk:px-10">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1>{say('promised')}</h1>
        <div className="flex flex-wrap items-center gap-x-6">
          {short > 0 && (
            <Link to="/plan/season" className="quiet">
              {say('planThem')}
            </Link>
          )}
          <button type="button" className="quiet" onClick={() => writeSeveral(true)}>
            {say('several')}
          </button>
          <button type="button" className="action" onClick={() => write({ id: newId() })}>
            {say('promisePlants')}
          </button>
        </div>
      </div>
      {several && <SeveralPromises close={() => writeSeveral(false)} />}
      {writing && <PromiseForm key={writing.id} promise={writing} close={() => write(undefined)} />}
      <Problem>{error?.message}</Problem>
      {promises && (
        <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">
          {open.length === 0
            ? say('noneYet')
            : short > 0
              ? say('someShort', { plants, short, promises: open.length })
              : `${say('stillOpen', { plants })} ${say('coversAll')}`}
        </p>
      )}
      {standings.map((standing) => (
        <OfSpecies key={standing.speciesId} standing={standing} change={write} />
      ))}
      <Closed promises={promises?.filter(({ closed }) => closed) ?? []} />
    </section>
  );
}

/** The promises of one species: what is to come drawn against what was promised, each promise, and where that is not enough, what can still be started. */
function OfSpecies({ standing, change }: { standing: SpeciesStanding; change: (promise: PlantPromise) => void }) {
  const { handbook, lots } = useNursery();
  const { speciesId, promises, batches, expected, spare } = standing;
  const species = handbook.find(({ id }) => id === speciesId);
  const name = species?.common[0] ?? speciesId;
  const lot = lots.filter((one) => one.speciesId === speciesId).toSorted((a, b) => b.unassigned - a.unassigned)[0];
  const first = promises.find(({ stands, open }) => stands !== 'covered' && open > 0);
  return (
    <section className="mt-7 gap-10 desk:grid desk:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]" aria-label={name}>
      <div>
        <h2>
          {name} <i className="text-base font-normal text-ink2">{species?.scientific}</i>
        </h2>
        <p className="mt-1">
          {batches.length === 0 ? (
            say('noBatch')
          ) : (
            <>
              <Rich say={say} of="expectedPlants" facts={{ range: span(expected) }} parts={{ b: <b className="font-mono text-lg" /> }} />{' '}
              {say('from')}{' '}
              {batches.map(({ batch }) => (
                <Link key={batch.id} to={`/batch/${batch.code}`} className="mr-2 inline-block underline-offset-4 hover:underline">
                  <Tag code={batch.code} />
                </Link>
              ))}
              {!first && spare.low > 0 && <span className="text-ink2">{say('spare', { range: span(spare) })}</span>}
            </>
          )}
        </p>
        <ul className="mt-3">
          {promises.map((one) => (
            <PromiseLine key={one.promise.id} standing={one}>
              <Acts standing={one} change={change} />
            </PromiseLine>
          ))}
        </ul>
        {first && species && lot && <StillToStart species={species} lot={lot} missing={first.shortBy.high} out={first.promise.on} />}
        {first && !lot && (
          <p className="mt-1 text-ink2">
            {say('noSeed')}{' '}
            <Link to="/seeds/new" className="underline underline-offset-4">
              {say('addLot')}
            </Link>
          </p>
        )}
      </div>
      <figure className="max-desk:mt-3">
        <Against standing={standing} name={name} />
      </figure>
    </section>
  );
}

/** So many days are drawn before the first and after the last. */
const BEYOND_DAYS = 10;

/** What is ready and what is promised, adding up as the days go: where the line runs above the band, plants are missing. */
function Against({ standing: { promises, supply, expected }, name }: { standing: SpeciesStanding; name: string }) {
  const { today } = useNursery();
  const data = useMemo((): PlotData | undefined => {
    const days = [...supply.map(({ on }) => on), ...promises.map(({ promise }) => promise.on)].sort();
    const [first, last] = [days[0], days.at(-1)];
    if (!first || !last || supply.length === 0) return undefined;
    const from = addDays(first, -BEYOND_DAYS);
    const end = daysBetween(from, last) + BEYOND_DAYS;
    const at = (on: string) => daysBetween(from, on);
    let asked = 0;
    const wanted = promises.map(({ promise, open }) => {
      asked += open;
      return [at(promise.on), asked] as const;
    });
    const top = Math.max(asked, expected.high) * 1.12;
    let before = { low: 0, high: 0 };
    const ready = supply.flatMap(({ on, low, high }) => {
      const step = [[at(on) - 0.01, before.low, before.high] as const, [at(on), low, high] as const];
      before = { low, high };
      return step;
    });
    return {
      x: { from: 0, to: end, ticks: dayTicks(from, 0, end), tell: (day) => shortDate(addDays(from, Math.round(day)), today) },
      y: { from: 0, to: top, ticks: roundTicks(0, top), tell: (count) => String(Math.round(count)) },
      bands: [{ name: say('plantsReady'), points: [[0, 0, 0], ...ready, [end, before.low, before.high]], colour: 'cool', opacity: 0.32 }],
      lines: [{ name: say('plantsPromised'), points: [[0, 0], ...wanted, [end, asked]], colour: 'ink', width: 2.4, step: true }],
    };
  }, [promises, supply, expected, today]);
  return data ? <Plot label={say('figure', { species: name })} data={data} height={170} /> : null;
}

/** What may be done with a promise. */
function Acts({ standing: { promise }, change }: { standing: PromiseStanding; change: (promise: PlantPromise) => void }) {
  const { today } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const { whom } = promise;
  const end = (how: 'kept' | 'withdrawn') => attempt(() => savePromise({ ...promise, closed: { on: today, how } }, promise));
  return (
    <span className="flex flex-wrap gap-x-5">
      <button type="button" className="quiet" aria-label={say('changeOf', { whom })} onClick={() => change(promise)}>
        {say('change')}
      </button>
      <button type="button" className="quiet" disabled={busy} aria-label={say('markKeptOf', { whom })} onClick={() => end('kept')}>
        {say('markKept')}
      </button>
      <button type="button" className="quiet" disabled={busy} aria-label={say('withdrawOf', { whom })} onClick={() => end('withdrawn')}>
        {say('withdraw')}
      </button>
      <Problem>{problem}</Problem>
    </span>
  );
}

/** Promises that were kept or withdrawn, to be opened again. */
function Closed({ promises }: { promises: PlantPromise[] }) {
  const { today, handbook } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  if (promises.length === 0) return null;
  return (
    <details className="mt-8" open={promises.some(({ closed }) => closed?.on === today)}>
      <summary className="quiet cursor-pointer list-none">{say('allKept')}</summary>
      <ul>
        {promises.map(({ closed, ...promise }) => (
          <li key={promise.id} className="flex flex-wrap items-baseline gap-x-5 border-t border-line py-2 text-ink2">
            <span className="grow">
              {promise.whom}, {handbook.find(({ id }) => id === promise.speciesId)?.common[0]}, {say('plantsOf', { count: promise.plants })}
              ,{' '}
              {closed?.how === 'kept'
                ? say('keptOn', { on: shortDate(closed.on, today) })
                : say('withdrawn', { on: shortDate(closed?.on ?? today, today) })}
            </span>
            <button
              type="button"
              className="quiet"
              disabled={busy}
              aria-label={say('openAgainOf', { whom: promise.whom })}
              onClick={() => attempt(() => savePromise(promise))}
            >
              {say('openAgain')}
            </button>
          </li>
        ))}
      </ul>
      <Problem>{problem}</Problem>
    </details>
  );
}
