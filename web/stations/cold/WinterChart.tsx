import { dayNumber, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import { dayIn } from '@chill/core/winter/climate.ts';
import type { WinterAnswer } from '@chill/core/winter/enough.ts';
import type { DailyClimate } from '@chill/core/winter/winters.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { say } from '@chill/words/cold.ts';
import { monthStarts } from '../../kit/Thread.tsx';

const WIDTH = 720;
const LEFT = 36;
const RIGHT = 12;
const AIR = { top: 8, bottom: 128 };
const EARNED = { top: 150, bottom: 330 };
const HEIGHT = 352;
/** Days before the seed goes out that are drawn too, so that this winter is seen. */
const DAYS_BEFORE = 70;
const SPREADS = 1.3;

/** The winter outside: its usual temperatures as a band with this winter's own running through them, and beneath it the chill of a thousand winters from the day on. */
export function WinterChart({
  answer,
  out,
  today,
  climate,
  record,
}: {
  answer: WinterAnswer;
  out: string;
  today: string;
  climate: DailyClimate;
  record: PlaceTemperatures | undefined;
}) {
  const start = dayNumber(out);
  const from = -DAYS_BEFORE;
  const last = Math.min(answer.chill.middle.length - 1, Math.ceil(answer.spring.high) + 25);
  const x = (day: number) => LEFT + ((day - from) / (last - from)) * (WIDTH - LEFT - RIGHT);
  const days = Array.from({ length: last - from + 1 }, (_, i) => from + i);
  const outOn = dayIn(out);
  const of = (day: number) => (((outOn + day) % 365) + 365) % 365;
  const band = (day: number) => ({
    low: (climate.min_C[of(day)] as number) - SPREADS * (climate.sd_C[of(day)] as number),
    high: (climate.max_C[of(day)] as number) + SPREADS * (climate.sd_C[of(day)] as number),
  });
  const coldest = Math.min(...days.map((day) => band(day).low)) - 1;
  const warmest = Math.min(26, Math.max(...days.map((day) => band(day).high)) + 1);
  const t = (celsius: number) =>
    AIR.bottom - ((Math.max(coldest, Math.min(warmest, celsius)) - coldest) / (warmest - coldest)) * (AIR.bottom - AIR.top);
  const most = Math.max(answer.needed * 1.12, ...answer.chill.high.slice(0, last + 1)) * 1.04;
  const y = (earned: number) => EARNED.bottom - (earned / most) * (EARNED.bottom - EARNED.top);
  const outline = (top: (day: number) => number, bottom: (day: number) => number, over: readonly number[]) =>
    `M ${over.map((day) => `${x(day).toFixed(1)} ${top(day).toFixed(1)}`).join(' L ')} L ${[...over]
      .reverse()
      .map((day) => `${x(day).toFixed(1)} ${bottom(day).toFixed(1)}`)
      .join(' L ')} Z`;
  const ahead = days.filter((day) => day >= 0);
  // On a phone the words are larger: near the right edge they end there.
  const late = x(answer.spring.low) > WIDTH * 0.7;
  const recorded = days.flatMap((day) => {
    const i = record ? start + day - dayNumber(record.from) : -1;
    const [low, high] = [record?.min_C[i], record?.max_C[i]];
    return typeof low === 'number' && typeof high === 'number' ? [{ day, low, high }] : [];
  });
  const line = (pick: (day: number) => number, over: readonly number[]) =>
    over.map((day, i) => `${i ? 'L' : 'M'} ${x(day).toFixed(1)} ${y(pick(day)).toFixed(1)}`).join(' ');
  const seen = ahead.filter((day) => day <= answer.seen_days);
  const coming = ahead.filter((day) => day >= answer.seen_days);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="mt-3 block w-full"
      role="img"
      aria-label={say('coldReceivedFromByEnd', {
        out: shortDate(out, today),
        low: Math.round(answer.chill.low[last] ?? 0),
        high: Math.round(answer.chill.high[last] ?? 0),
        needed: Math.round(answer.needed),
      })}
    >
      {[0, 10].map((celsius) => (
        <g key={celsius}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={t(celsius)} y2={t(celsius)} stroke="var(--color-line)" />
          <text x={LEFT - 5} y={t(celsius) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink3)">
            {celsius}°
          </text>
        </g>
      ))}
      <path
        d={outline(
          (day) => t(band(day).high),
          (day) => t(band(day).low),
          days,
        )}
        fill="var(--color-cool)"
        fillOpacity={0.14}
      />
      <path
        d={outline(
          (day) => t(climate.max_C[of(day)] as number),
          (day) => t(climate.min_C[of(day)] as number),
          days,
        )}
        fill="var(--color-cool)"
        fillOpacity={0.2}
      />
      {recorded.map(({ day, low, high }) => (
        <line key={day} x1={x(day)} x2={x(day)} y1={t(high)} y2={t(low)} stroke="var(--color-ink)" strokeWidth={1.6} />
      ))}
      <text x={LEFT + 4} y={AIR.top + 10} className="drawn-note" fill="var(--color-ink2)">
        {recorded.length > 0 ? say('usualRangeWinterInk') : say('usualRangeAir')}
      </text>
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(answer.needed)} y2={y(answer.needed)} stroke="var(--color-ink2)" strokeDasharray="2 4" />
      <text x={LEFT + 4} y={y(answer.needed) - 5} className="drawn-note" fill="var(--color-ink2)">
        {say('daysFree910', { needed: Math.round(answer.needed) })}
      </text>
      <path
        d={outline(
          (day) => y(answer.chill.high[day] as number),
          (day) => y(answer.chill.low[day] as number),
          coming,
        )}
        fill="var(--color-cold)"
        fillOpacity={0.22}
      />
      <path
        d={line((day) => answer.chill.middle[day] as number, coming)}
        fill="none"
        stroke="var(--color-cold)"
        strokeWidth={2.2}
        strokeDasharray="6 5"
      />
      {seen.length > 1 && (
        <path d={line((day) => answer.chill.middle[day] as number, seen)} fill="none" stroke="var(--color-cold)" strokeWidth={3.6} />
      )}
      <rect
        x={x(answer.spring.low)}
        width={Math.max(2, x(Math.min(last, answer.spring.high)) - x(answer.spring.low))}
        y={EARNED.top}
        height={EARNED.bottom - EARNED.top}
        fill="var(--color-warm)"
        fillOpacity={0.12}
      />
      <text
        x={late ? WIDTH - RIGHT : x(answer.spring.low) + 4}
        y={EARNED.bottom - 8}
        textAnchor={late ? 'end' : 'start'}
        className="drawn-note"
        fill="var(--color-warm)"
      >
        {say('springComes')}
      </text>
      <line
        x1={x(dayNumber(today) - start)}
        x2={x(dayNumber(today) - start)}
        y1={AIR.top}
        y2={EARNED.bottom}
        stroke="var(--color-ink)"
        strokeWidth={1.2}
      />
      {monthStarts(start + from, start + last).map((first) => (
        <g key={first}>
          <line
            x1={x(dayNumber(first) - start)}
            x2={x(dayNumber(first) - start)}
            y1={EARNED.bottom}
            y2={EARNED.bottom + 6}
            stroke="var(--color-ink3)"
          />
          <text x={x(dayNumber(first) - start) + 3} y={HEIGHT - 6} className="drawn-note" fill="var(--color-ink3)">
            {shortMonth(first)}
          </text>
        </g>
      ))}
      <line x1={LEFT} x2={WIDTH - RIGHT} y1={EARNED.bottom} y2={EARNED.bottom} stroke="var(--color-line)" />
    </svg>
  );
}
