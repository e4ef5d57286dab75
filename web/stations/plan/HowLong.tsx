import { spell } from '@chill/core/calendar/dates.ts';
import { placesFor } from '@chill/core/kinds/places.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { type MediumCurve, mediaCurves } from '@chill/core/ways/mediaCurves.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/plan.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';

const WIDTH = 640;
const HEIGHT = 220;
const LEFT = 44;
const RIGHT = 8;

/** Each school its own stroke: colour is kept for temperature. */
const STROKES = ['1 5', '9 5', undefined];

/** "How long in a towel?": what each school keeps of a hundred sound seeds, week by week, with its best day. Both are right, each in its medium. */
export function HowLong({ species }: { species: Species }) {
  const { placesAsMeasured: places, nursery } = useNursery();
  const temperature_C = placesFor('coldMoist', places)[0]?.nominal_C ?? 4;
  const curves = useMemo(() => mediaCurves(species, temperature_C), [species, temperature_C]);
  if (curves.length === 0) return null;
  const last = Math.min(
    Math.max(...curves.map(({ curve }) => curve.yields.length - 1)),
    Math.round(Math.max(...curves.map(({ pull }) => pull.best)) * 1.45) + 14,
  );
  const x = (day: number) => LEFT + (day / last) * (WIDTH - LEFT - RIGHT);
  const y = (share: number) => 10 + (1 - share) * (HEIGHT - 42);
  const every = last > 400 ? 84 : last > 200 ? 56 : 28;
  const weeks = Array.from({ length: Math.floor(last / every) + 1 }, (_, i) => i * every);
  return (
    <section className="mt-10 max-w-4xl">
      <h2>{say('howLongCold')}</h2>
      <p className="mt-1 max-w-prose text-ink2">
        {say('eachDayMoreSeedReady', { temperature: showQuantity(temperature_C, 'temperature_C', nursery.settings.units) })}
      </p>
      <div className="mt-2 grid items-start gap-x-8 gap-y-3 desk:grid-cols-[minmax(0,1fr)_17rem]">
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full" role="img" aria-label={curves.map(inWords).join('; ')}>
          {[0, 0.5, 1].map((share) => (
            <g key={share}>
              <line x1={LEFT} x2={WIDTH} y1={y(share)} y2={y(share)} stroke="var(--color-line)" />
              <text x={LEFT - 5} y={y(share) + 4} className="drawn-note" textAnchor="end" fill="var(--color-ink3)">
                {share * 100}
              </text>
            </g>
          ))}
          {weeks.map((day) => (
            <text
              key={day}
              x={x(day)}
              y={HEIGHT - 10}
              className="drawn-note"
              textAnchor={day === 0 ? 'start' : 'middle'}
              fill="var(--color-ink3)"
            >
              {day === 0 ? say('in') : say('wk', { day: day / 7 })}
            </text>
          ))}
          {curves.map(({ name, curve, pull }, i) => (
            <g key={name}>
              <path
                d={curve.yields
                  .slice(0, last + 1)
                  .map((share, day) => `${day === 0 ? 'M' : 'L'} ${x(day).toFixed(1)} ${y(share).toFixed(1)}`)
                  .join(' ')}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth={2.4}
                strokeLinecap="round"
                strokeDasharray={STROKES[i]}
              />
              <circle cx={x(pull.best)} cy={y(pull.yields)} r={5} fill="var(--color-cold)" stroke="var(--color-ground)" strokeWidth={1.5} />
            </g>
          ))}
        </svg>
        <ul>
          {curves.map(({ name, pull }, i) => (
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
                  {say('takeOutAfterReadyAlive', {
                    best: spell(pull.best),
                    yields: percent(pull.yields),
                    from: spell(pull.from),
                    to: spell(pull.to),
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

function inWords({ name, pull }: MediumCurve): string {
  return say('takeOutAfterReadyAlive2', { name, best: spell(pull.best), yields: percent(pull.yields) });
}
