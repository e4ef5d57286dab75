import { monthNames } from '@chill/core/calendar/dates.ts';
import { parseQuantity, showQuantity, unitOf } from '@chill/core/units/quantities.ts';
import { estimatedMonths } from '@chill/core/winter/climate.ts';
import { CLIMATES } from '@chill/core/winter/climates.ts';
import { MonthClimate, type Nursery } from '@chill/model/nursery.ts';
import { say } from '@chill/words/places.ts';
import { spoken } from '@chill/words/subject.ts';
import { useState } from 'react';
import { saveNursery } from '../../data/saving.ts';
import { Problem } from '../../kit/Problem.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';
import { ZONE_COLOUR } from '../../kit/zones.ts';
import { FromRecords } from './FromRecords.tsx';

const WIDTH = 600;
const HEIGHT = 170;

/** The nursery's months: what a winter outdoors and the growing season are reckoned from. Estimated until they are written here. */
export function ClimateForm({ nursery }: { nursery: Nursery }) {
  const { units } = nursery.settings;
  const months = nursery.climate ?? estimatedMonths(nursery);
  const { attempt, problem, busy } = useAttempt();
  const names = monthNames();
  const [drafts, setDrafts] = useState(() =>
    months.map(({ min_C, max_C }) => ({
      min: showQuantity(min_C, 'temperature_C', units),
      max: showQuantity(max_C, 'temperature_C', units),
    })),
  );
  const put = (found: readonly MonthClimate[]) => attempt(async () => saveNursery({ ...nursery, climate: [...found] }));
  const [faults, setFaults] = useState<Record<number, string>>({});
  const change = (at: number, part: Partial<(typeof drafts)[number]>) =>
    setDrafts(drafts.map((one, i) => (i === at ? { ...one, ...part } : one)));
  const save = () =>
    attempt(async () => {
      const found: Record<number, string> = {};
      const read = drafts.map(({ min, max }, i) => {
        const [low, high] = [min, max].map((text) => parseQuantity(text, 'temperature_C', unitOf('temperature_C', units)));
        const bad = [low, high].find((one) => one && !one.ok);
        if (bad && !bad.ok) found[i] = spoken(bad.reason);
        const month = MonthClimate.safeParse({ min_C: low?.ok ? low.value : undefined, max_C: high?.ok ? high.value : undefined });
        if (!month.success && !found[i]) found[i] = month.error.issues[0]?.message ?? say('giveBoth');
        // The spread of single days stays as it was learned.
        const sd_C = months[i]?.sd_C;
        return month.data && { ...month.data, ...(sd_C !== undefined && { sd_C }) };
      });
      setFaults(found);
      if (Object.keys(found).length === 0) await saveNursery({ ...nursery, climate: read.filter((month) => month !== undefined) });
    });
  return (
    <section className="mt-10 max-w-4xl">
      <h2>{say('yearOutdoors')}</h2>
      <p className="mt-1 max-w-prose text-ink2">
        {nursery.climate ? say('meanDailyMinimumMaximumEach') : say('guessFromLatitudeLastFrost')}
      </p>
      <YearBand months={months} />
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
          {drafts.map(({ min, max }, i) => (
            <li key={names[i]} className="border-t border-line py-1">
              <div className="grid grid-cols-[6.5rem_1fr_1fr] items-center gap-2">
                <span>{names[i]}</span>
                <input
                  className="written font-mono"
                  aria-label={say('meanMinimum', { months: names[i] })}
                  aria-invalid={faults[i] ? true : undefined}
                  value={min}
                  onChange={(event) => change(i, { min: event.target.value })}
                />
                <input
                  className="written font-mono"
                  aria-label={say('meanMaximum', { months: names[i] })}
                  aria-invalid={faults[i] ? true : undefined}
                  value={max}
                  onChange={(event) => change(i, { max: event.target.value })}
                />
              </div>
              {faults[i] && (
                <p role="alert" className="font-semibold text-alarm">
                  {faults[i]}
                </p>
              )}
            </li>
          ))}
        </ul>
        <button type="button" className="action mt-3" disabled={busy} onClick={save}>
          {say('saveMonths')}
        </button>
        <Problem>{problem}</Problem>
      </details>
    </section>
  );
}

/** How far single days lie from the months, where that is known. */
function Spread({ months }: { months: readonly MonthClimate[] }) {
  const spreads = months.flatMap(({ sd_C }) => sd_C ?? []);
  if (spreads.length < months.length) return null;
  const [least, most] = [Math.min(...spreads), Math.max(...spreads)];
  return (
    <p className="text-[0.95rem] text-ink2">{say('singleDaysLieWithinC', { how: least === most ? least : say('to', { least, most }) })}</p>
  );
}

/** Temperature is height: the year as a band between its mean minima and maxima, over the band in which cold counts fully. */
function YearBand({ months }: { months: readonly MonthClimate[] }) {
  const low = Math.min(-2, ...months.map(({ min_C }) => min_C)) - 2;
  const high = Math.max(12, ...months.map(({ max_C }) => max_C)) + 2;
  const x = (i: number) => 40 + (i * (WIDTH - 66)) / 11;
  const y = (t: number) => 6 + ((high - t) / (high - low)) * (HEIGHT - 30);
  const line = (pick: (month: MonthClimate) => number) => months.map((month, i) => `${x(i).toFixed(1)} ${y(pick(month)).toFixed(1)}`);
  const band = `M ${line(({ max_C }) => max_C).join(' L ')} L ${line(({ min_C }) => min_C)
    .reverse()
    .join(' L ')} Z`;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-2 block w-full" role="img" aria-label={say('yearMeanDailyMinimumMaximum')}>
      <rect x={40} width={WIDTH - 66} y={y(5)} height={y(1) - y(5)} fill={ZONE_COLOUR.cold} fillOpacity={0.16} />
      <text x={WIDTH / 2 + 20} y={y(1) - 3} textAnchor="middle" className="drawn-note" fill={ZONE_COLOUR.cold}>
        {say('coldCountsFully')}
      </text>
      {[0, 10, 20]
        .filter((t) => t > low && t < high)
        .map((t) => (
          <g key={t}>
            <line x1={40} x2={WIDTH - 26} y1={y(t)} y2={y(t)} stroke="var(--color-line)" />
            <text x={34} y={y(t) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink3)">
              {t}°
            </text>
          </g>
        ))}
      <path d={band} fill="var(--color-cool)" fillOpacity={0.22} stroke="var(--color-cool)" strokeWidth={1.6} />
      {monthNames().map((month, i) => (
        <text key={month} x={x(i)} y={HEIGHT - 6} textAnchor="middle" className="drawn-note" fill="var(--color-ink3)">
          {month.slice(0, 3)}
        </text>
      ))}
    </svg>
  );
}
