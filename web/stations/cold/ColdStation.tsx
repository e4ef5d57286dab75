import { addDays, dayNumber, earlier, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/cold.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo } from 'react';
import { Link } from 'react-router';
import type { BatchView } from '../../data/nursery.ts';
import { useNursery } from '../../data/nursery.ts';
import { dayScale } from '../../kit/drawn/dayScale.ts';
import { monthStarts } from '../../kit/drawn/monthStarts.ts';
import { stageZone, ZONE_COLOUR } from '../../kit/drawn/zones.ts';
import { StationList } from '../../parts/StationList.tsx';

const WIDTH = 620;

/** Everything in the cold, on one time axis: what is earned, when each comes out, and how flat the top is. */
export default function ColdStation() {
  const { today, batches } = useNursery();
  const span = useMemo(() => spanOf(batches, today), [batches, today]);
  return (
    <StationList
      station="cold"
      title={say('cold')}
      sentence={(views) => {
        const next = views.reduce((first, { projection }) => earlier(first, projection.treatment?.takeOutOn ?? '9999'), '9999');
        const all = say('batchesAndLegend', { batches: views.length });
        return next === '9999' ? all : `${all} ${say(next <= today ? 'nextWasDue' : 'nextLeavesCold', { on: shortDate(next) })}`;
      }}
      empty={say('nothingCold')}
      aside={
        <Link to="/cold/winter" className="quiet">
          {say('isEnoughWinterLeft')}
        </Link>
      }
      order={(view) => view.projection.treatment?.takeOutOn ?? view.tasks[0]?.due ?? '9999'}
      first={say('nextOut')}
      figure={(view) => <ColdBar view={view} span={span} />}
    />
  );
}

/** The days from the first that went into the cold to the last that comes out: one axis for all bars. */
function spanOf(batches: readonly BatchView[], today: string): { from: number; to: number } {
  let [from, to] = [dayNumber(today), dayNumber(today)];
  for (const { projection } of batches) {
    const { treatment, state } = projection;
    if (treatment?.stage !== state.stage) continue;
    from = Math.min(from, dayNumber(treatment.since));
    to = Math.max(to, dayNumber(treatment.window.to));
  }
  return { from, to: to + 3 };
}

function ColdBar({ view, span: { from, to } }: { view: BatchView; span: { from: number; to: number } }) {
  const { today } = useNursery();
  const { treatment, state, stages } = view.projection;
  const stage = stages[state.stage];
  if (!treatment || treatment.stage !== state.stage || !stage)
    return <span className="text-ink2">{say('seeds', { count: view.batch.plan.seeds })}</span>;
  const x = dayScale(from, to, 0, WIDTH);
  const colour = ZONE_COLOUR[stageZone(stage)];
  return (
    <span className="flex flex-wrap items-center gap-x-4 desk:flex-nowrap">
      <svg viewBox={`0 0 ${WIDTH} 44`} className="block min-w-0 grow max-desk:basis-full" aria-hidden="true">
        {monthStarts(from, to).map((first) => (
          <g key={first}>
            <line x1={x(first)} x2={x(first)} y1={0} y2={44} stroke="var(--color-line)" />
            <text x={x(first) + 3} y={10} fontSize={11} fill="var(--color-ink3)" className="max-desk:hidden">
              {shortMonth(first)}
            </text>
          </g>
        ))}
        <rect
          x={x(treatment.window.from)}
          width={x(treatment.window.to) - x(treatment.window.from)}
          y={15}
          height={22}
          fill={colour}
          fillOpacity={0.17}
        />
        <line x1={x(treatment.since)} x2={x(today)} y1={26} y2={26} stroke={colour} strokeWidth={4} />
        {treatment.takeOutOn > today && (
          <line x1={x(today)} x2={x(treatment.takeOutOn)} y1={26} y2={26} stroke={colour} strokeWidth={2} strokeDasharray="5 4" />
        )}
        <path d={`M ${x(treatment.takeOutOn)} 26 v -11`} stroke="var(--color-warm)" strokeWidth={3} />
        <line x1={x(today)} x2={x(today)} y1={2} y2={44} stroke="var(--color-ink)" strokeWidth={1.2} />
      </svg>
      <span className="text-[0.95rem] max-desk:flex max-desk:w-full max-desk:justify-between desk:w-40 desk:shrink-0 desk:text-right">
        <span>
          <Rich
            say={say}
            of="ready"
            facts={{ readyNow: Math.round(treatment.releasedNow * 100) }}
            parts={{ b: <b className="font-mono text-lg" /> }}
          />
        </span>
        <span className="block text-ink2">
          {say('takeOut', { takeOutOn: shortDate(treatment.takeOutOn, today) })}
          {treatment.shifted_days !== 0 &&
            `, ${say('was', { planned: shortDate(addDays(treatment.takeOutOn, -treatment.shifted_days), today) })}`}
        </span>
      </span>
    </span>
  );
}
