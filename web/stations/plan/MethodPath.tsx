import { dayNumber, shortDate, shortMonth } from '@chill/core/calendar/dates.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { say } from '@chill/words/plan.ts';
import { dayScale } from '../../kit/drawn/dayScale.ts';
import { monthStarts } from '../../kit/drawn/monthStarts.ts';
import { type Step, StepLine } from '../../kit/drawn/StepLine.tsx';
import { stageZone, ZONE_COLOUR, type Zone } from '../../kit/drawn/zones.ts';

const HEIGHT: Record<Zone, number> = { hot: 6, warm: 14, cool: 30, cold: 54, frozen: 66 };

/** Width of a method’s path in drawing units; the page scales it. */
export const PATH_WIDTH = 560;

/** Room that a month's name takes; one that would be cut off at the edge is left out. */
const MONTH_LABEL = 34;

/** The days that all methods are drawn over. */
export interface PathAxis {
  from: number;
  to: number;
}

/** A method that is ready this much later than the first runs off the drawing, so that it does not squeeze the others. */
const RUNS_OFF_DAYS = 200;

/** One axis for all proposals, the best first: from the earliest start, or today, to the last setting out that is not a year behind. */
export function axisOf(proposals: readonly Proposal[], today: string): PathAxis {
  const firstOut = proposals[0] ? dayNumber(proposals[0].dates.plantOut) : dayNumber(today);
  const near = proposals.filter(({ dates }) => dayNumber(dates.plantOut) <= firstOut + RUNS_OFF_DAYS);
  const days = near.flatMap(({ dates }) => [dayNumber(dates.start), dayNumber(dates.plantOut)]);
  return { from: Math.min(dayNumber(today), ...days) - 5, to: Math.max(dayNumber(today) + 60, ...days) + 12 };
}

/** The months above the methods. */
export function AxisMonths({ axis, width }: { axis: PathAxis; width: number }) {
  const x = dayScale(axis.from, axis.to, 0, width);
  return (
    <svg viewBox={`0 0 ${width} 22`} className="block w-full" aria-hidden="true">
      {monthStarts(axis.from, axis.to)
        .filter((first) => x(first) < width - MONTH_LABEL)
        .map((first) => (
          <text key={first} x={x(first) + 2} y={17} fontSize={17} fill="var(--color-ink2)">
            {shortMonth(first)}
            {first.slice(5, 7) === '01' && ` ${first.slice(0, 4)}`}
          </text>
        ))}
    </svg>
  );
}

/** A method drawn as its path through temperatures, with the window in which it may be taken out. */
export function MethodPath({ proposal, axis, width, today }: { proposal: Proposal; axis: PathAxis; width: number; today: string }) {
  const x = dayScale(axis.from, axis.to, 0, width);
  const steps = proposal.stages.map((stage): Step => {
    const zone = stageZone(stage);
    return { x1: x(stage.start), x2: x(stage.end), y: HEIGHT[zone], zone, doneUntil: Number.POSITIVE_INFINITY };
  });
  const waiting = proposal.stages.filter((stage) => stage.window);
  return (
    <svg viewBox={`0 0 ${width} 74`} className="block w-full" aria-hidden="true">
      {monthStarts(axis.from, axis.to).map((first) => (
        <line key={first} x1={x(first)} x2={x(first)} y1={0} y2={74} stroke="var(--color-line)" />
      ))}
      {waiting.map((stage) => (
        <rect
          key={stage.start}
          x={x(stage.window?.from ?? stage.end)}
          width={Math.max(2, x(stage.window?.to ?? stage.end) - x(stage.window?.from ?? stage.end))}
          y={HEIGHT[stageZone(stage)] - 10}
          height={20}
          fill={ZONE_COLOUR[stageZone(stage)]}
          fillOpacity={0.16}
        />
      ))}
      <StepLine steps={steps} />
      <circle cx={x(proposal.dates.plantOut)} cy={HEIGHT.cool} r={4.5} fill="var(--color-cool)" />
      {proposal.wanted && <path d={`M ${x(proposal.wanted)} 74 l -4 -7 h 8 Z`} fill="var(--color-ink2)" />}
      <line x1={x(today)} x2={x(today)} y1={0} y2={74} stroke="var(--color-ink)" strokeWidth={1.3} />
      {dayNumber(proposal.dates.plantOut) > axis.to && (
        <text x={width - 4} y={18} textAnchor="end" fontSize={17} fill="var(--color-ink2)">
          {dayNumber(proposal.dates.start) > axis.to && `${say('from', { start: shortDate(proposal.dates.start, today) })} `}
          {say('ready', { plantOut: shortDate(proposal.dates.plantOut, today) })}
        </text>
      )}
    </svg>
  );
}
