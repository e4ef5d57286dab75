import { shortDate } from '@chill/core/calendar/dates.ts';
import { dayAndTimeIn, dayAt, momentIn } from '@chill/core/calendar/moments.ts';
import { responseIn } from '@chill/core/chill/effectiveness.ts';
import { GAP_MS } from '@chill/core/chill/measured.ts';
import { PLACES } from '@chill/core/kinds/places.ts';
import { COLD_RESPONSE } from '@chill/core/kinds/responses.ts';
import { unitOf } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import { say } from '@chill/words/places.ts';
import { options } from '@chill/words/tables.ts';
import { useMemo, useState } from 'react';
import useSWR from 'swr';
import { ask } from '../../browser/api.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { zoneOf } from '../../kit/drawn/zones.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Plot } from '../../kit/plot/Plot.tsx';
import { type PlotData, roundTicks, timeTicks } from '../../kit/plot/plot.ts';

const DAY_MS = 86_400_000;
const DAYS = { day: 1, week: 7, month: 31, year: 366 };
const SPANS = options(say, { day: 'day', week: 'week', month: 'month', year: 'year' });
/** Enough for every pixel of a wide screen to have its coldest and its warmest. */
const POINTS = 1600;
/** So few readings are drawn as points too. */
const FEW = 120;

/** A place's readings over a day, a week, a month or a year, ever thinned to what can be seen; earlier and later with the arrows. */
export function TemperatureChart({ place, last_ms }: { place: Place; last_ms: number }) {
  const { nursery, today, batches } = useNursery();
  const bands = useMemo(() => bandsOf(place, batches), [place, batches]);
  const [span, setSpan] = useState<keyof typeof DAYS>('month');
  const [back, setBack] = useState(0);
  const length = DAYS[span] * DAY_MS;
  const to = last_ms - back * length;
  const from = to - length;
  const query = new URLSearchParams({ from: new Date(from).toISOString(), to: new Date(to).toISOString(), points: String(POINTS) });
  const { data, isLoading } = useSWR<{ at_ms: number[]; celsius: number[]; of: number }>(`/api/places/${place.id}/readings?${query}`, ask, {
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
  const inFahrenheit = unitOf('temperature_C', nursery.settings.units) === 'F';

  const plot = useMemo((): PlotData | undefined => {
    if (!data) return undefined;
    const shown = (celsius: number) => (inFahrenheit ? (celsius * 9) / 5 + 32 : celsius);
    const points: [number, number | null][] = [];
    for (const [i, at] of data.at_ms.entries()) {
      const before = data.at_ms[i - 1];
      // What was not measured is not joined up. Thinned, readings stand further apart than they were.
      if (before !== undefined && at - before > Math.max(GAP_MS, (4 * length) / POINTS + GAP_MS)) points.push([before + 1, null]);
      points.push([at, shown(data.celsius[i] as number)]);
    }
    const degrees = points.flatMap(([, value]) => value ?? []);
    // Where a day counts fully is seen beside readings that all lie outside it.
    const edges = bands.flatMap(({ fullFrom_C, fullTo_C }) => [shown(fullFrom_C), shown(fullTo_C)]);
    const [least, most] = degrees.length > 0 ? [Math.min(...degrees, ...edges), Math.max(...degrees, ...edges)] : [0, 10];
    const y = { from: Math.floor(least - 0.5), to: Math.ceil(most + 0.5) };
    const zone = zoneOf(place.nominal_C);
    return {
      x: {
        from,
        to,
        ticks: timeTicks(from, to, nursery.timeZone),
        tell: (at) =>
          length <= DAY_MS ? momentIn(at, nursery.timeZone, dayAt(at, nursery.timeZone)) : shortDate(dayAt(at, nursery.timeZone), today),
        read: (at) => dayAndTimeIn(at, nursery.timeZone, today),
      },
      y: {
        ...y,
        ticks: roundTicks(y.from, y.to),
        tell: (value) => `${Number(value.toFixed(1))}°`,
        read: (value) => `${value.toFixed(1)} °${inFahrenheit ? 'F' : 'C'}`,
      },
      spans: bands.map(({ fullFrom_C, fullTo_C }) => ({
        along: 'y',
        colour: zoneOf((fullFrom_C + fullTo_C) / 2),
        opacity: 0.12,
        from: Math.max(y.from, shown(fullFrom_C)),
        to: Math.min(y.to, shown(fullTo_C)),
      })),
      // Single readings have no line to be seen by.
      lines: [{ name: say('readingsWord'), points, colour: zone, width: 1.6, dots: data.of <= FEW }],
    };
  }, [data, from, to, length, inFahrenheit, nursery.timeZone, place.nominal_C, today, bands]);

  return (
    <figure>
      <div className="flex flex-wrap items-center gap-x-6">
        <Choice
          label={say('span')}
          options={SPANS}
          value={span}
          onChange={(value) => {
            setSpan(value);
            setBack(0);
          }}
        />
        <span className="flex gap-4">
          <button type="button" className="quiet" onClick={() => setBack(back + 1)}>
            {say('earlier')}
          </button>
          <button type="button" className="quiet" disabled={back === 0} onClick={() => setBack(Math.max(0, back - 1))}>
            {say('later')}
          </button>
        </span>
      </div>
      {plot && (
        <div className="mt-2">
          <Plot
            label={say('readingsFrom', {
              readings: data?.of ?? 0,
              from: dayAndTimeIn(from, nursery.timeZone, today),
              to: dayAndTimeIn(to, nursery.timeZone, today),
            })}
            data={plot}
            height={288}
            unnamed
          />
        </div>
      )}
      <figcaption className="text-[0.92rem] text-ink2">
        {isLoading ? say('readingNow') : `${say('readingsCount', { readings: data?.of ?? 0 })} `}
        {bands.length > 0 && say('bandOfFullDays', { bands: bandWords(bands, inFahrenheit) })}
      </figcaption>
    </figure>
  );
}

/** What counts fully for the batches that lie in a place now, each once: cold by their species, or warmth before cold. An empty fridge shows the usual cold. */
function bandsOf(place: Place, batches: readonly BatchView[]): TemperatureResponse[] {
  const found = new Map<string, TemperatureResponse>();
  for (const { species, projection } of batches) {
    const { state, stages } = projection;
    const stage = stages[state.stage];
    if (!state.underWay || state.closedOn || state.stages[state.stage]?.placeId !== place.id || !stage) continue;
    const response = responseIn(stage.kind, species);
    if (response) found.set(JSON.stringify(response), response);
  }
  return found.size > 0 ? [...found.values()] : PLACES[place.kind].forCold ? [COLD_RESPONSE] : [];
}

function bandWords(bands: readonly TemperatureResponse[], inFahrenheit: boolean): string {
  const shown = (celsius: number) => Math.round(inFahrenheit ? (celsius * 9) / 5 + 32 : celsius);
  return bands
    .map(({ fullFrom_C, fullTo_C }) =>
      say('rangeOfDegrees', { from: shown(fullFrom_C), to: shown(fullTo_C), scale: inFahrenheit ? 'F' : 'C' }),
    )
    .join(', ');
}
