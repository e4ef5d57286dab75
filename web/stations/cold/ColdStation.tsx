import { addDays, dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { Link } from 'react-router';
import type { BatchView } from '../../data/nursery.ts';
import { useNursery } from '../../data/nursery.ts';
import { StationList } from '../../kit/StationList.tsx';
import { monthStarts } from '../../kit/Thread.tsx';
import { stageZone, ZONE_COLOUR } from '../../kit/zones.ts';

const WIDTH = 620;

/** Everything in the cold, on one time axis: what is earned, when each comes out, and how flat the top is. */
export default function ColdStation() {
  const { today } = useNursery();
  return (
    <StationList
      station="cold"
      title="In the cold"
      sentence={(views) => {
        const next = views.map((view) => view.projection.treatment?.dueOut ?? '9999').sort()[0];
        return `${views.length} batches. Solid: cold earned. Shaded: the days on which pulling costs next to nothing.${next && next !== '9999' ? ` The next ${next <= today ? 'was due' : 'comes out'} ${shortDate(next)}.` : ''}`;
      }}
      empty="Nothing is in the cold."
      aside={
        <Link to="/cold/winter" className="quiet">
          is there enough winter left outside?
        </Link>
      }
      order={(view) => view.projection.treatment?.dueOut ?? view.tasks[0]?.due ?? '9999'}
      figure={(view) => <ColdBar view={view} />}
    />
  );
}

function ColdBar({ view }: { view: BatchView }) {
  const { batches, today } = useNursery();
  const { treatment, state, stages } = view.projection;
  const stage = stages[state.stage];
  if (!treatment || treatment.stage !== state.stage || !stage) return <span className="text-ink2">{view.batch.plan.seeds} seeds</span>;
  const inCold = batches.filter((one) => one.projection.treatment && one.projection.treatment.stage === one.projection.state.stage);
  const from = Math.min(...inCold.map((one) => dayNumber(one.projection.treatment?.since ?? today)));
  const to = Math.max(...inCold.map((one) => dayNumber(one.projection.treatment?.window.to ?? today))) + 3;
  const x = (date: string) => ((dayNumber(date) - from) / (to - from)) * WIDTH;
  const colour = ZONE_COLOUR[stageZone(stage)];
  return (
    <span className="flex items-center gap-4">
      <svg viewBox={`0 0 ${WIDTH} 44`} className="block min-w-0 grow" aria-hidden="true">
        {monthStarts(from, to).map((first) => (
          <g key={first}>
            <line x1={x(first)} x2={x(first)} y1={0} y2={44} stroke="var(--color-line)" />
            <text x={x(first) + 3} y={10} fontSize={11} fill="var(--color-ink3)">
              {shortDate(first).replace(/^1 /, '')}
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
        {treatment.dueOut > today && (
          <line x1={x(today)} x2={x(treatment.dueOut)} y1={26} y2={26} stroke={colour} strokeWidth={2} strokeDasharray="5 4" />
        )}
        <path d={`M ${x(treatment.dueOut)} 26 v -11`} stroke="var(--color-warm)" strokeWidth={3} />
        <line x1={x(today)} x2={x(today)} y1={2} y2={44} stroke="var(--color-ink)" strokeWidth={1.2} />
      </svg>
      <span className="w-40 shrink-0 text-right text-[0.95rem]">
        <b className="font-mono text-lg">{Math.round(treatment.freedNow * 100)}</b> in 100 freed
        <span className="block text-ink2">
          out {shortDate(treatment.dueOut, today)}
          {treatment.shifted_days !== 0 && `, was ${shortDate(addDays(treatment.dueOut, -treatment.shifted_days), today)}`}
        </span>
      </span>
    </span>
  );
}
