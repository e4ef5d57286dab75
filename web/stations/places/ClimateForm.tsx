import { monthNames } from '@chill/core/calendar/dates.ts';
import { COLD_RESPONSE } from '@chill/core/kinds/responses.ts';
import { parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { estimatedMonths } from '@chill/core/winter/climate.ts';
import { CLIMATES } from '@chill/core/winter/climates.ts';
import { MonthClimate, type Nursery, type Units } from '@chill/model/nursery.ts';
import { fieldProblem } from '@chill/model/refusal.ts';
import { say } from '@chill/words/places.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { saveNursery } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { type Judged, judgedBy, useWritten } from '../../kit/fields/useWritten.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import type { PlotData } from '../../kit/plot/plot.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { FromRecords } from './FromRecords.tsx';

/** The nursery's months: what a winter outdoors and the growing season are calculated from. Estimated until they are written here. */
export function ClimateForm({ nursery }: { nursery: Nursery }) {
  const { units } = nursery.settings;
  const months = nursery.climate ?? estimatedMonths(nursery);
  const { attempt, problem, busy } = useAttempt();
  const names = monthNames();
  const put = (found: readonly MonthClimate[]) => attempt(async () => saveNursery({ ...nursery, climate: [...found] }, nursery));
  const form = useWritten<{ months: { min: string; max: string }[] }, MonthClimate[]>({
    first: {
      months: months.map(({ min_C, max_C }) => ({
        min: showQuantity(min_C, 'temperature_C', units),
        max: showQuantity(max_C, 'temperature_C', units),
      })),
    },
    judge: ({ months: written }) => judgeMonths(written, units, months),
    save: (climate) => saveNursery({ ...nursery, climate }, nursery),
  });
  return (
    <section className="mt-10">
      <h2>{say('yearOutdoors')}</h2>
      <p className="mt-1 max-w-prose text-ink2">{nursery.climate ? say('climateAsEntered') : say('climateIsAGuess')}</p>
      <YearBand months={months} units={units} />
      <Spread months={months} />
      <div className="flex flex-wrap items-start gap-x-8">
        <FromRecords take={put} />
        <details>
          <summary className="quiet cursor-pointer list-none">{say('useExampleClimate')}</summary>
          <ul className="mt-1">
            {CLIMATES.map(({ id, name, tells, months: made }) => (
              <li key={id} className="border-t border-line py-1">
                <button type="button" className="quiet" disabled={busy} onClick={() => put(made)}>
                  {name}
                </button>{' '}
                <span className="text-[0.95rem] text-ink2">{tells}</span>
              </li>
            ))}
          </ul>
        </details>
      </div>
      <details className="mt-1">
        <summary className="quiet cursor-pointer list-none">{say('changeMonths')}</summary>
        <ul className="mt-2 grid gap-x-8 sm:grid-cols-2 desk:grid-cols-3">
          {names.map((name, i) => {
            const fault = form.fault(`months.${i}`);
            return (
              <li key={name} className="border-t border-line py-1">
                <div className="grid grid-cols-[6.5rem_1fr_1fr] items-center gap-2">
                  <span>{name}</span>
                  <input
                    className="written font-mono"
                    aria-label={say('meanMinimum', { months: name })}
                    aria-invalid={fault ? true : undefined}
                    {...form.register(`months.${i}.min`)}
                  />
                  <input
                    className="written font-mono"
                    aria-label={say('meanMaximum', { months: name })}
                    aria-invalid={fault ? true : undefined}
                    {...form.register(`months.${i}.max`)}
                  />
                </div>
                <Problem>{fault}</Problem>
              </li>
            );
          })}
        </ul>
        <button type="button" className="action mt-3" disabled={busy || form.busy} onClick={form.submit}>
          {say('saveMonths')}
        </button>
        <Problem>{problem ?? form.fault('root')}</Problem>
      </details>
    </section>
  );
}

/** How far single days lie from the months, where that is known. */
function Spread({ months }: { months: readonly MonthClimate[] }) {
  const { temperature } = useNursery().nursery.settings.units;
  const spreads = months.flatMap(({ sd_C }) => sd_C ?? []);
  if (spreads.length < months.length) return null;
  // A spread has no zero to be moved: only its scale is the grower's.
  const inUnits = (spread: number) => Number((temperature === 'F' ? spread * 1.8 : spread).toFixed(1));
  const [least, most] = [inUnits(Math.min(...spreads)), inUnits(Math.max(...spreads))];
  return (
    <p className="text-[0.95rem] text-ink2">
      {say('singleDaysLieWithin', { spread: least === most ? least : `${least}–${most}`, unit: `°${temperature}` })}
    </p>
  );
}

/** The months as written; each has its first fault. */
function judgeMonths(
  written: readonly { min: string; max: string }[],
  units: Units,
  before: readonly MonthClimate[],
): Judged<MonthClimate[]> {
  const judged = written.map(({ min, max }, i): Judged<MonthClimate> => {
    const [low, high] = [min, max].map((text) => parseQuantity(text, 'temperature_C', unitOf('temperature_C', units)));
    const unread = [low, high].find((one) => one && !one.ok);
    if (unread && !unread.ok) return { faults: [fieldProblem(unread, `months.${i}`)] };
    // The spread of single days stays as it was learned.
    const sd_C = before[i]?.sd_C;
    const month = judgedBy(MonthClimate, {
      min_C: low?.ok ? low.value : undefined,
      max_C: high?.ok ? high.value : undefined,
      ...(sd_C !== undefined && { sd_C }),
    });
    return 'value' in month ? month : { faults: month.faults.slice(0, 1).map(({ message }) => ({ field: `months.${i}`, message })) };
  });
  const faults = judged.flatMap((one) => ('faults' in one ? one.faults : []));
  return faults.length > 0 ? { faults } : { value: judged.flatMap((one) => ('value' in one ? one.value : [])) };
}

/** Temperature is height: the year as a band between its mean minima and maxima, over the band in which cold counts fully. */
function YearBand({ months, units }: { months: readonly MonthClimate[]; units: Units }) {
  const data = useMemo((): PlotData => {
    const names = monthNames();
    const low = Math.min(-2, ...months.map(({ min_C }) => min_C)) - 2;
    const high = Math.max(12, ...months.map(({ max_C }) => max_C)) + 2;
    return {
      x: {
        from: 0,
        to: 11,
        ticks: [0, 2, 4, 6, 8, 10],
        tell: (month) => names[Math.round(month)]?.slice(0, 3) ?? '',
        read: (month) => names[Math.round(month)] ?? '',
      },
      y: {
        from: low,
        to: high,
        ticks: [0, 10, 20].filter((mark) => mark < high),
        tell: (celsius) => showQuantity(celsius, 'temperature_C', units, 0),
      },
      spans: [
        {
          along: 'y',
          from: COLD_RESPONSE.fullFrom_C,
          to: COLD_RESPONSE.fullTo_C,
          colour: 'cold',
          opacity: 0.16,
          name: say('coldCountsFully'),
        },
      ],
      bands: [
        {
          name: say('dailyMinToMax'),
          points: months.map(({ min_C, max_C }, month) => [month, min_C, max_C] as const),
          colour: 'cool',
          opacity: 0.3,
        },
      ],
      lines: [],
    };
  }, [months, units]);
  return (
    <div className="mt-2 max-w-2xl">
      <Plot label={say('yearInMonths')} data={data} height={190} unnamed />
    </div>
  );
}
