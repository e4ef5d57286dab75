import { spell } from '@chill/core/calendar/dates.ts';
import type { ResolvedStage } from '@chill/core/ways/resolve.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { ZONE_COLOUR, zoneOf } from '../../kit/zones.ts';

const WIDTH = 420;
const HEIGHT = 150;
const LEFT = 26;

/** How long in the cold: what is freed, what is not lost, and their product, day by day, with the best day and its window. */
export function GainAndLoss({ stage }: { stage: ResolvedStage }) {
  const { curve, pull, days } = stage;
  if (!curve || !pull) return null;
  const last = Math.min(curve.yields.length - 1, Math.round(Math.max(pull.to, days) * 1.25) + 7);
  const x = (day: number) => LEFT + (day / last) * (WIDTH - LEFT - 4);
  const y = (share: number) => 8 + (1 - share) * (HEIGHT - 34);
  const line = (shares: readonly number[]) =>
    shares
      .slice(0, last + 1)
      .map((share, day) => `${day === 0 ? 'M' : 'L'} ${x(day).toFixed(1)} ${y(share).toFixed(1)}`)
      .join(' ');
  const colour = ZONE_COLOUR[zoneOf(stage.temperature_C)];
  const weeks = Array.from({ length: Math.floor(last / 28) + 1 }, (_, i) => i * 28);
  return (
    <figure className="max-w-lg">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
        role="img"
        aria-label={say('afterDaysReadyAliveTake', {
          days,
          freed: Math.round(stage.freed * 100),
          survives: Math.round(stage.survives * 100),
          from: pull.from,
          to: pull.to,
        })}
      >
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={WIDTH} y1={y(share)} y2={y(share)} stroke="var(--color-line)" />
            <text x={LEFT - 4} y={y(share) + 4} fontSize={11} textAnchor="end" fill="var(--color-ink3)">
              {share * 100}
            </text>
          </g>
        ))}
        {weeks.map((day) => (
          <text key={day} x={x(day)} y={HEIGHT - 8} fontSize={11} textAnchor={day === 0 ? 'start' : 'middle'} fill="var(--color-ink3)">
            {day === 0 ? say('in') : say('wk', { day: day / 7 })}
          </text>
        ))}
        <rect
          x={x(pull.from)}
          width={x(Math.min(last, pull.to)) - x(pull.from)}
          y={8}
          height={HEIGHT - 34}
          fill={colour}
          fillOpacity={0.14}
        />
        <path d={line(curve.freed)} fill="none" stroke={colour} strokeWidth={1.8} />
        <path d={line(curve.survives)} fill="none" stroke="var(--color-alarm)" strokeWidth={1.8} strokeDasharray="2 4" />
        <path d={line(curve.yields)} fill="none" stroke="var(--color-ink)" strokeWidth={3} />
        <line x1={x(days)} x2={x(days)} y1={4} y2={HEIGHT - 24} stroke="var(--color-warm)" strokeWidth={2.5} />
      </svg>
      <figcaption className="text-[0.92rem] text-ink2">
        <Rich
          say={say}
          of="n100ViableSeedsReadyAlive"
          facts={{ days: spell(days), from: spell(pull.from), to: spell(pull.to) }}
          parts={{ b: <b style={{ color: colour }} />, b2: <b className="text-alarm" />, b3: <b className="text-ink" /> }}
        />
      </figcaption>
    </figure>
  );
}
