import { spell } from '@chill/core/calendar/dates.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { type MediumCurve, mediaCurves } from '@chill/core/methods/mediaCurves.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/plan.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { byDay, type PlotData, SHARES, weekTicks } from '../../kit/plot/plot.ts';
import { inWeeks } from './GainAndLoss.tsx';

/** Each school its own stroke: colour is kept for temperature. */
const STROKES = ['1 5', '9 5', undefined];

/** "How long in a towel?": what each school keeps of a hundred viable seeds, week by week, with its best day. Both are right, each in its medium. */
export function HowLong({ species }: { species: Species }) {
  const { placesAsMeasured: places, nursery } = useNursery();
  const temperature_C = placesFor('coldMoist', places)[0]?.nominal_C ?? 4;
  const curves = useMemo(() => mediaCurves(species, temperature_C), [species, temperature_C]);
  const data = useMemo((): PlotData => {
    const longest = Math.max(0, ...curves.map(({ curve }) => curve.yields.length - 1));
    const last = Math.min(longest, Math.round(Math.max(0, ...curves.map(({ takeOut }) => takeOut.best)) * 1.45) + 14);
    return {
      x: { from: 0, to: last, ticks: weekTicks(last), tell: inWeeks, read: (day) => spell(day) },
      y: { ...SHARES, read: percent },
      marks: curves.map(({ takeOut }) => ({ along: 'x', at: takeOut.best, colour: 'cold', width: 1.2, dash: [1, 4] })),
      lines: curves.map(({ name, curve }, i) => ({
        name,
        points: byDay(curve.yields, 0, last),
        colour: 'ink',
        width: 2.4,
        ...(STROKES[i] && { dash: STROKES[i].split(' ').map(Number) }),
      })),
    };
  }, [curves]);
  if (curves.length === 0) return null;
  return (
    <section className="mt-10 max-w-4xl">
      <h2>{say('howLongCold')}</h2>
      <p className="mt-1 max-w-prose text-ink2">
        {say('whatTheCurvesShow', { temperature: showQuantity(temperature_C, 'temperature_C', nursery.settings.units) })}
      </p>
      <div className="mt-2 grid items-start gap-x-8 gap-y-3 desk:grid-cols-[minmax(0,1fr)_17rem]">
        <Plot label={curves.map(inWords).join('; ')} data={data} height={240} unnamed />
        <ul>
          {curves.map(({ name, takeOut }, i) => (
            <li key={name} className="grid grid-cols-[3rem_1fr] items-center gap-x-3 py-1.5">
              <svg viewBox="0 0 48 10" aria-hidden="true">
                <line
                  x1={2}
                  x2={46}
                  y1={5}
                  y2={5}
                  stroke="var(--color-ink)"
                  strokeWidth={2.6}
                  strokeLinecap="round"
                  strokeDasharray={STROKES[i]}
                />
              </svg>
              <span>
                <b className="font-[620]">{name}</b>
                <span className="block text-[0.95rem] text-ink2">
                  {say('takeOutAfter', {
                    best: spell(takeOut.best),
                    yields: percent(takeOut.yields),
                    from: spell(takeOut.from),
                    to: spell(takeOut.to),
                  })}
                </span>
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

function inWords({ name, takeOut }: MediumCurve): string {
  return say('takeOutNamed', { name, best: spell(takeOut.best), yields: percent(takeOut.yields) });
}
