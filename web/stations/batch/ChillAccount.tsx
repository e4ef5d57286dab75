import { addDays, dayNumber, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import { daysLost, tellGap, tellLoss, tellShift } from '@chill/core/chill/lossWords.ts';
import { chills, isStage } from '@chill/core/kinds/stages.ts';
import type { TreatmentForecast } from '@chill/core/schedule/treatmentForecast.ts';
import { percent } from '@chill/core/units/percent.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/batch.ts';
import { useId } from 'react';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { Term } from '../../kit/Term.tsx';
import { monthStarts } from '../../kit/Thread.tsx';
import { stageZone, ZONE_COLOUR } from '../../kit/zones.ts';

const WIDTH = 720;
const LEFT = 34;
const RIGHT = 10;
/** Temperatures stand above, what they earned below; both on one time. */
const WARMTH = { top: 16, bottom: 108 };
const EARNED = { top: 132, bottom: 330 };
const HEIGHT = 352;
/** Temperatures drawn, °C; what lies beyond is drawn at the edge. */
const WARMEST = 18;
const COLDEST = -6;
/** Gaps told one by one; a thermometer read now and then leaves many. */
const GAPS_TOLD = 4;

/** The cold of a batch as it was measured, what it has earned against what is needed, what was lost and to what, and the day it is due for that. */
export function ChillAccount({ view }: { view: BatchView }) {
  const { nursery, temperatures, today } = useNursery();
  const hatch = useId();
  const { treatment, stages, state } = view.projection;
  if (!treatment) return null;
  const stage = stages[treatment.stage];
  const colour = ZONE_COLOUR[stage ? stageZone(stage) : 'cold'];
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const { since, days, curve, needs, losses, unmeasured, dueOut, window } = treatment;
  const start = dayNumber(since);
  const last = Math.max(days, dayNumber(window.to) - start, dayNumber(dueOut) - start) + 6;
  const x = (day: number) => LEFT + (day / last) * (WIDTH - LEFT - RIGHT);
  const dayOf = (date: string) => dayNumber(date) - start;
  const on = (date: string) => x(dayOf(date));
  const most = Math.max(needs.nearlyAll, curve.earned[Math.min(last, curve.earned.length - 1)] ?? 0, treatment.wanted) * 1.06;
  const y = (earned: number) => EARNED.bottom - (earned / most) * (EARNED.bottom - EARNED.top);
  const t = (celsius: number) =>
    WARMTH.bottom - ((Math.min(WARMEST, Math.max(COLDEST, celsius)) - COLDEST) / (WARMEST - COLDEST)) * (WARMTH.bottom - WARMTH.top);
  const path = (from: number, to: number) =>
    Array.from({ length: Math.max(0, to - from) + 1 }, (_, i) => from + i)
      .filter((day) => curve.earned[day] !== undefined)
      .map((day, i) => `${i === 0 ? 'M' : 'L'} ${x(day).toFixed(1)} ${y(curve.earned[day] as number).toFixed(1)}`)
      .join(' ');
  const lines = [
    { need: needs.tenth, text: say('n10Ready') },
    { need: needs.half, text: say('halfReady') },
    { need: needs.nearlyAll, text: say('n95Ready') },
  ];
  const shift = tellShift(dueOut, treatment.shifted_days, today);
  const told = losses.filter(({ days: lost }) => lost > 0);
  return (
    <section className="mt-6" aria-labelledby={`${hatch}-title`}>
      <h2 id={`${hatch}-title`}>
        {isStage(stage?.kind, ({ earns }) => earns === 'warmth') ? (
          <Term of="warmStratification">{say('warmthReceived')}</Term>
        ) : (
          <Term of="chillDay">{say('coldReceived')}</Term>
        )}
      </h2>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-1 block w-full" role="img" aria-label={spoken(treatment, today)}>
        <defs>
          <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="5" stroke={colour} strokeWidth="1.4" strokeOpacity="0.55" />
          </pattern>
        </defs>
        <rect x={LEFT} width={WIDTH - LEFT - RIGHT} y={t(5)} height={t(1) - t(5)} fill={colour} fillOpacity={0.12} />
        {[0, 10].map((celsius) => (
          <g key={celsius}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={t(celsius)} y2={t(celsius)} stroke="var(--color-line)" />
            <text x={LEFT - 5} y={t(celsius) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink3)">
              {show(celsius)
                .replace(/\s?[CF]$/, '')
                .replace('°', '')}
              °
            </text>
          </g>
        ))}
        <Days view={view} treatment={treatment} records={temperatures} x={x} t={t} colour={colour} hatch={hatch} />
        {told
          .filter(({ why }) => why !== 'place')
          .map((loss) => (
            <g key={`${loss.why}${loss.from}`}>
              <rect
                x={on(loss.from)}
                width={Math.max(3, on(addDays(loss.to, 1)) - on(loss.from))}
                y={WARMTH.top - 4}
                height={EARNED.bottom - WARMTH.top + 4}
                fill={loss.why === 'warm' ? 'var(--color-warm)' : loss.why === 'frozen' ? 'var(--color-frozen)' : 'var(--color-ink3)'}
                fillOpacity={0.13}
              />
              {loss.days >= 1 && (
                <text x={on(loss.from)} y={EARNED.bottom - 6} className="drawn-note" fill="var(--color-ink2)">
                  −{daysLost(loss.days).replace(/ days?/, ' d')}
                </text>
              )}
            </g>
          ))}
        {lines.map(({ need, text }) => (
          <g key={text}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(need)} y2={y(need)} stroke="var(--color-ink3)" strokeDasharray="2 4" />
            <text x={LEFT + 4} y={y(need) - 4} className="drawn-note" fill="var(--color-ink2)">
              {text}
            </text>
            <text x={LEFT - 5} y={y(need) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink3)">
              {Math.round(need)}
            </text>
          </g>
        ))}
        <rect
          x={on(window.from)}
          width={Math.max(2, on(window.to) - on(window.from))}
          y={EARNED.top}
          height={EARNED.bottom - EARNED.top}
          fill={colour}
          fillOpacity={0.09}
        />
        {unmeasured.map((gap) => (
          <path
            key={gap.from}
            d={`${path(dayOf(gap.from), Math.min(days, dayOf(gap.to) + 1))} V ${EARNED.bottom} H ${on(gap.from)} Z`}
            fill={`url(#${hatch})`}
          />
        ))}
        <path d={path(days, Math.min(last, curve.earned.length - 1))} fill="none" stroke={colour} strokeWidth={2} strokeDasharray="6 5" />
        <path d={path(0, days)} fill="none" stroke={colour} strokeWidth={3.5} strokeLinejoin="round" />
        <path d={`M ${on(dueOut)} ${EARNED.top} V ${EARNED.bottom}`} stroke="var(--color-warm)" strokeWidth={2.4} />
        <text
          x={Math.min(WIDTH - 44, on(dueOut))}
          y={EARNED.top - 5}
          textAnchor="middle"
          className="drawn-note"
          fontWeight={650}
          fill="var(--color-warm)"
        >
          {say('takeOut', { dueOut: shortDate(dueOut, today) })}
        </text>
        {!state.closedOn && days < last && (
          <line x1={x(days)} x2={x(days)} y1={WARMTH.top - 6} y2={EARNED.bottom} stroke="var(--color-ink)" strokeWidth={1.2} />
        )}
        {monthStarts(start, start + last).map((first) => (
          <g key={first}>
            <line x1={on(first)} x2={on(first)} y1={EARNED.bottom} y2={EARNED.bottom + 6} stroke="var(--color-ink3)" />
            <text x={on(first) + 3} y={HEIGHT - 6} className="drawn-note" fill="var(--color-ink3)">
              {shortMonth(first)}
            </text>
          </g>
        ))}
      </svg>
      {shift && (
        <p className="mt-2 text-[1.06rem]">
          <b>{shift[0]?.toUpperCase() + shift.slice(1)}.</b>
        </p>
      )}
      <ul className="mt-1 text-[0.97rem] text-ink2">
        {losses.map((loss) => (
          <li key={`${loss.why}${loss.from}`}>{tellLoss(loss, today, show)}</li>
        ))}
        {treatment.freedBefore < 0.97 && (
          <li>
            {say('haveHadAllTheyNeed', {
              freedBefore: percent(treatment.freedBefore),
              how: chills(stage?.kind) ? say('warmth') : say('stage'),
            })}
          </li>
        )}
        {unmeasured.slice(0, GAPS_TOLD).map((gap) => (
          <li key={`gap ${gap.from}`}>{say('hatched', { gap: tellGap(gap, today) })}</li>
        ))}
        {unmeasured.length > GAPS_TOLD && <li>{say('moreStretchesWereNotMeasured', { unmeasured: unmeasured.length - GAPS_TOLD })}</li>}
      </ul>
    </section>
  );
}

/** Each day as a stroke from its coldest to its warmest; hatched where nothing was measured. */
function Days({
  view,
  treatment,
  records,
  x,
  t,
  colour,
  hatch,
}: {
  view: BatchView;
  treatment: TreatmentForecast;
  records: ReturnType<typeof useNursery>['temperatures'];
  x: (day: number) => number;
  t: (celsius: number) => number;
  colour: string;
  hatch: string;
}) {
  const { places } = useNursery();
  const stays = view.projection.state.stages[treatment.stage]?.stays ?? [];
  const start = dayNumber(treatment.since);
  const wide = Math.max(1.2, x(1) - x(0));
  return Array.from({ length: treatment.days }, (_, day) => {
    const date = addDays(treatment.since, day);
    const placeId = (stays.findLast(({ on }) => on <= date) ?? stays[0])?.placeId;
    const record = records.find((one) => one.placeId === placeId);
    const i = record ? start + day - dayNumber(record.from) : -1;
    const [least, most] = [record?.min_C[i], record?.max_C[i]];
    if (typeof least === 'number' && typeof most === 'number')
      return (
        <rect key={date} x={x(day)} width={wide} y={t(most)} height={Math.max(1.5, t(least) - t(most))} fill={colour} fillOpacity={0.75} />
      );
    const nominal = places.find(({ id }) => id === placeId)?.nominal_C ?? 4;
    return <rect key={date} x={x(day)} width={wide + 0.3} y={t(nominal) - 7} height={14} fill={`url(#${hatch})`} />;
  });
}

function spoken({ earned, needs, days, dueOut }: TreatmentForecast, today: string): string {
  return say('chillDaysReceivedHalfReady', {
    earned: Math.round(earned),
    days,
    half: Math.round(needs.half),
    nearlyAll: Math.round(needs.nearlyAll),
    dueOut: shortDate(dueOut, today),
  });
}
