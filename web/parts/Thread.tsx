import { dayNumber, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import { stagesTold } from '@chill/core/forecast/project.ts';
import type { ProjectedStage } from '@chill/core/ledger/projectedStage.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { say } from '@chill/words/kit.ts';
import { worded } from '@chill/words/tables.ts';
import { useRef } from 'react';
import type { BatchView } from '../data/nursery.ts';
import { dayScale } from '../kit/drawn/dayScale.ts';
import { monthStarts } from '../kit/drawn/monthStarts.ts';
import { type Step, StepLine } from '../kit/drawn/StepLine.tsx';
import { useWidth } from '../kit/drawn/useWidth.ts';
import { stageZone, ZONE_COLOUR, ZONES, type Zone } from '../kit/drawn/zones.ts';

/** Taken until it is known how wide it stands, px. */
const WIDTH = 440;
/** Months nearer to each other than this are not all named, px. */
const MONTH = 30;
const SHORTEST_MONTH = 28;
const ZONE_NAMES: Record<Zone, string> = worded(say, { hot: 'hot', warm: 'warmZone', cool: 'cool', cold: 'coldZone', frozen: 'frozen' });
const TOP = 22;
const BOTTOM = 44;

/** A batch's path: temperature is height, time runs right; done solid, planned dashed; its checks as dots, its window shaded. */
export function Thread({ view, today, height = 224 }: { view: BatchView; today: string; height?: number }) {
  const box = useRef<SVGSVGElement>(null);
  const width = useWidth(box, WIDTH);
  const { treatment } = view.projection;
  const stages = stagesTold(view.projection);
  // Today is in its place, also where all of it lies ahead.
  const from = Math.min(dayNumber((stages[0] as ProjectedStage).start), dayNumber(today)) - 4;
  const to = Math.max(dayNumber((stages.at(-1) as ProjectedStage).end), dayNumber(today)) + 6;
  const left = 4;
  const right = width - 8;
  const x = dayScale(from, to, left, right);
  const used = ZONES.filter(
    (zone) => zone === 'warm' || zone === 'cool' || zone === 'cold' || stages.some((stage) => stageZone(stage) === zone),
  );
  const y = (zone: Zone) => TOP + (used.indexOf(zone) * (height - TOP - BOTTOM - 14)) / (used.length - 1);
  const now = view.projection.state.closedOn ?? today;
  const steps = stages.map((stage): Step => {
    const zone = stageZone(stage);
    return {
      x1: x(stage.start),
      x2: Math.max(x(stage.end), x(stage.start)),
      y: y(zone),
      zone,
      doneUntil: stage.started ? x(stage.finished ? stage.end : now) : 0,
    };
  });
  const waiting = treatment && stages[treatment.stage];
  // The last is left out where it would be cut off.
  const months = monthStarts(from, to).filter((first) => x(first) + MONTH < width);
  const every = Math.ceil((MONTH * (to - from)) / ((right - left) * SHORTEST_MONTH));
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      style={{ height }}
      role="img"
      aria-label={spoken(view, today)}
    >
      {used.map((zone) => (
        <g key={zone}>
          <line x1={0} x2={width} y1={y(zone)} y2={y(zone)} stroke={ZONE_COLOUR[zone]} strokeOpacity={0.28} />
          <text x={width - 2} y={y(zone) - 5} textAnchor="end" fontSize={13} fill={ZONE_COLOUR[zone]}>
            {ZONE_NAMES[zone]}
          </text>
        </g>
      ))}
      {months.map((first, i) => (
        <g key={first}>
          <line x1={x(first)} x2={x(first)} y1={height - 30} y2={height - 24} stroke="var(--color-ink3)" />
          {i % every === 0 && (
            <text x={x(first) + 3} y={height - 22} fontSize={12} fill="var(--color-ink3)">
              {shortMonth(first)}
            </text>
          )}
        </g>
      ))}
      {treatment && waiting && (
        <rect
          x={x(treatment.window.from)}
          width={Math.max(2, x(treatment.window.to) - x(treatment.window.from))}
          y={y(stageZone(waiting)) - 12}
          height={24}
          fill={ZONE_COLOUR[stageZone(waiting)]}
          fillOpacity={0.16}
        />
      )}
      <StepLine steps={steps} />
      {view.projection.state.checks.map((check) => (
        <circle
          key={check.eventId}
          cx={x(check.on)}
          cy={y(zoneOn(stages, check.on)) + 11}
          r={check.mouldy > 0 ? 3.6 : 2.6}
          fill={check.mouldy > 0 ? 'var(--color-alarm)' : check.sprouted > 0 ? 'var(--color-ink)' : 'var(--color-ground)'}
          stroke={check.mouldy > 0 ? 'var(--color-alarm)' : 'var(--color-ink)'}
          strokeWidth={1.2}
        />
      ))}
      <line x1={x(today)} x2={x(today)} y1={6} y2={height - 16} stroke="var(--color-ink)" strokeWidth={1.3} />
      <text
        x={Math.min(width - 20, Math.max(20, x(today)))}
        y={height - 3}
        textAnchor="middle"
        fontSize={13}
        fontWeight={650}
        fill="var(--color-ink)"
      >
        {say('today')}
      </text>
    </svg>
  );
}

function zoneOn(stages: readonly ProjectedStage[], on: string): Zone {
  return stageZone((stages.findLast((stage) => stage.started && stage.start <= on) ?? stages[0]) as ProjectedStage);
}

function spoken({ batch, species, projection }: BatchView, today: string): string {
  const parts = stagesTold(projection).map((stage) => {
    const verb = stage.finished ? say('was') : stage.started ? say('isIn') : say('will');
    return say('from', {
      doing: verb,
      stage: stageName(stage.kind),
      start: shortDate(stage.start, today),
      end: shortDate(stage.end, today),
    });
  });
  return `${batch.code} ${species.common[0]} ${parts.join(', ')}`;
}
