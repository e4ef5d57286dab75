import { addDays, dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { roundRoom } from '@chill/core/methods/room.ts';
import type { Crowding } from '@chill/core/season/crowding.ts';
import type { Laid } from '@chill/core/season/lanes.ts';
import type { Week } from '@chill/core/season/work.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import { say } from '@chill/words/seasonDrawn.ts';
import { memo, useRef } from 'react';
import { dayScale } from '../../kit/drawn/dayScale.ts';
import { monthStarts } from '../../kit/drawn/monthStarts.ts';
import { useWidth } from '../../kit/drawn/useWidth.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';
import { linesOf, MOST_OVER, overOf, type PlaceBand, threadOf } from './seasonLines.ts';
import { type Found, useSeasonHand } from './useSeasonHand.ts';
import type { Grip } from './useSeasonPlan.ts';

/** Below this the names of places stand above their bands, px. */
const NARROW = 700;
const NAMES = 150;
const TOP = 20;
const GAP = { wide: 34, narrow: 50 };
/** What is written over lines is kept clear of them. */
const CLEAR = '[paint-order:stroke] stroke-ground [stroke-width:4px]';
/** All lanes together stand about so high, px, and each between so much. */
const LANES = 430;
const LANE = { least: 3.4, most: 8 };
const WORK = 62;
/** A finger finds a stay this near, px. */
const REACH = 14;

/** The season drawn, again only where it has changed: places at the heights of their temperatures, as many lanes as they hold; each batch a line in a lane, done solid, to come pale. */
export const SeasonDrawing = memo(function SeasonDrawing({
  bands,
  crowded,
  weeks,
  from,
  to,
  today,
  followed,
  follow,
  frostSafe,
  frostRisk,
  label,
  capacity,
  months,
  hold,
}: {
  bands: readonly PlaceBand[];
  crowded: readonly Crowding[];
  weeks: readonly Week[];
  from: string;
  to: string;
  today: string;
  followed: string | undefined;
  follow: (batchId: BatchId | undefined) => void;
  frostSafe: string;
  frostRisk: number;
  label: string;
  capacity: (band: PlaceBand) => string;
  months: (first: string) => string;
  /** Takes hold of what is proposed: moved so many days, kept there, or left. */
  hold: Grip;
}) {
  const box = useRef<SVGSVGElement>(null);
  const width = useWidth(box, 1200);
  const narrow = width < NARROW;
  const left = narrow ? 0 : NAMES;
  const first = dayNumber(from);
  const x = dayScale(first, dayNumber(to), left, width);
  const within = (on: string) => (on < from ? from : on > to ? to : on);
  const lane = Math.min(LANE.most, Math.max(LANE.least, LANES / bands.reduce((sum, { lanes }) => sum + lanes, 1)));
  let height = TOP;
  const tops = bands.map(({ lanes, laid }) => {
    const over = overOf({ laid, lanes });
    height += (narrow ? GAP.narrow : GAP.wide) + over * lane;
    const top = height;
    height += lanes * lane;
    return top;
  });
  const foot = height + 8;
  const workBase = foot + 26 + WORK;
  const y = (band: number, { lane: low, lanes }: Pick<Laid, 'lane' | 'lanes'>) => {
    const held = (bands[band] as PlaceBand).lanes;
    const at = Math.min(low + (lanes - 1) / 2, held + MOST_OVER - 1);
    return (tops[band] as number) + held * lane - (at + 0.5) * lane;
  };
  const nearest = (px: number, py: number) => {
    let found: Found | undefined;
    for (const [i, { laid }] of bands.entries())
      for (const one of laid) {
        const [x1, x2] = [x(within(one.stay.from)), x(within(one.stay.to))];
        const far = Math.hypot(Math.max(0, x1 - px, px - x2), Math.abs(y(i, one) - py));
        if (far < (found?.far ?? REACH)) found = { id: one.stay.id, far, proposed: one.stay.proposed === true };
      }
    return found;
  };
  const hand = useSeasonHand({
    box,
    nearest,
    hold,
    followed,
    follow,
    daysOf: (px) => Math.round((px * (dayNumber(to) - first)) / Math.max(1, width - left)),
  });
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${width} ${workBase + 4}`}
      className="mt-3 block w-full touch-pan-y select-none"
      style={{ height: workBase + 4 }}
      role="img"
      aria-label={label}
      {...hand}
    >
      {monthStarts(first, dayNumber(to), narrow ? 5 : 14).map((start) => (
        <g key={start}>
          <line x1={x(start)} x2={x(start)} y1={4} y2={foot} stroke="var(--color-line)" />
          <text x={x(start) + 4} y={13} className="fill-ink2 text-[13px]">
            {months(start)}
          </text>
        </g>
      ))}
      {/* Beneath the names, which they would cut through. */}
      <line x1={x(today)} x2={x(today)} y1={2} y2={workBase} stroke="var(--color-ink)" strokeWidth={1.6} />
      {frostSafe < to && <line x1={x(frostSafe)} x2={x(frostSafe)} y1={4} y2={foot} stroke="var(--color-frozen)" strokeDasharray="2 4" />}
      {bands.map((band, i) => (
        <BandOf
          key={band.place.id}
          band={band}
          top={tops[i] as number}
          height={band.lanes * lane}
          above={overOf(band) * lane}
          {...{ left, width, narrow }}
          capacity={capacity(band)}
        />
      ))}
      {bands.map((band, i) => {
        const colour = ZONE_COLOUR[zoneOf(band.celsius)];
        const paths = linesOf(band, (one) => y(i, one), x, {
          within,
          today,
          lane,
          tooMany: (a, b) => crowded.some((one) => one.place.id === band.place.id && one.from < b && one.to > a),
        });
        return (
          <g key={band.place.id} fill="none">
            {(['done', 'ahead', 'proposed', 'doneOver', 'aheadOver'] as const).map((kind) => (
              <path
                key={kind}
                d={paths[kind]}
                stroke={kind.endsWith('Over') ? 'var(--color-alarm)' : colour}
                strokeOpacity={kind.startsWith('done') ? 0.8 : kind === 'proposed' ? 0.75 : 0.38}
                strokeDasharray={kind === 'proposed' ? '5 2' : undefined}
                strokeWidth={lane * 0.62}
              />
            ))}
          </g>
        );
      })}
      {crowded.map((one) => {
        const i = bands.findIndex((band) => band.place.id === one.place.id);
        const band = bands[i];
        if (!band || one.to <= today || one.from > to) return null;
        return (
          <TooFull
            key={`${one.place.id} ${one.from}`}
            {...{ width, x1: x(within(one.from)), x2: x(within(one.to)), over: one.over }}
            top={tops[i] as number}
            height={band.lanes * lane}
            above={overOf(band) * lane}
          />
        );
      })}
      <path d={threadOf(bands, followed, y, (on) => x(within(on)))} fill="none" stroke="var(--color-ink)" strokeWidth={2.4} />
      {frostSafe < to && (
        <text x={Math.min(x(frostSafe) + 4, width - 110)} y={foot + 13} className="fill-frozen text-[13px]">
          {say('frostRisk', { risk: `${Math.round(frostRisk * 100)} %` })}
        </text>
      )}
      <WorkOf {...{ weeks, today, narrow, workBase }} across={(on) => x(within(on))} />
      <text x={x(today) + 5} y={foot + 13} className={`fill-ink text-[14px] font-bold ${CLEAR}`}>
        {shortDate(today, today)}
      </text>
    </svg>
  );
});

/** A place's ground, with its name and what it holds. */
function BandOf({
  band: { place, celsius },
  top,
  height,
  above,
  left,
  width,
  narrow,
  capacity,
}: {
  band: PlaceBand;
  top: number;
  height: number;
  /** How far what does not fit reaches above it, px. */
  above: number;
  left: number;
  width: number;
  narrow: boolean;
  capacity: string;
}) {
  const colour = ZONE_COLOUR[zoneOf(celsius)];
  return (
    <g>
      <rect x={left} width={width - left} y={top} height={height} fill={colour} fillOpacity={0.09} />
      <line x1={left} x2={width} y1={top} y2={top} stroke={colour} strokeOpacity={0.5} />
      <text x={0} y={narrow ? top - above - 22 : top + 13} fill={colour} className={`text-[14px] font-semibold ${CLEAR}`}>
        {place.name}
        {narrow && <tspan className="fill-ink2 text-[12px] font-normal">{`  ${capacity}`}</tspan>}
      </text>
      {!narrow && (
        <text x={0} y={top + 30} className="fill-ink2 font-mono text-[12px]">
          {capacity}
        </text>
      )}
    </g>
  );
}

/** A stretch in which a place is too full, by how much. */
function TooFull({
  x1,
  x2,
  top,
  height,
  above,
  over,
  width,
}: {
  x1: number;
  x2: number;
  top: number;
  height: number;
  /** How far what does not fit reaches above the place, px. */
  above: number;
  over: number;
  width: number;
}) {
  return (
    <g>
      <rect x={x1} width={Math.max(2, x2 - x1)} y={top - 8} height={height + 8} fill="var(--color-alarm)" fillOpacity={0.13} />
      <text x={Math.min(x1, width - 90)} y={top - 6 - above} className={`fill-alarm text-[13px] font-bold ${CLEAR}`}>
        {say('tooMany', { over: roundRoom(over) })}
      </text>
    </g>
  );
}

/** The work of each week at the foot, done solid. */
function WorkOf({
  weeks,
  today,
  narrow,
  workBase,
  across,
}: {
  weeks: readonly Week[];
  today: string;
  narrow: boolean;
  workBase: number;
  across: (on: string) => number;
}) {
  const most = Math.max(60, ...weeks.map(({ minutes }) => minutes));
  return (
    <>
      <text x={0} y={workBase - WORK + 14} className="fill-ink text-[15px] font-semibold">
        {say('work')}
      </text>
      {!narrow && (
        <text x={0} y={workBase - WORK + 32} className="fill-ink2 text-[13px]">
          {say('workScale')}
        </text>
      )}
      {weeks.map(({ from: week, minutes }) => {
        const [x1, x2] = [across(week), across(addDays(week, 7))];
        const high = (minutes / most) * WORK;
        return (
          <g key={week}>
            <rect
              x={x1 + 1}
              width={Math.max(1, x2 - x1 - 3)}
              y={workBase - high}
              height={high}
              fill="var(--color-ink2)"
              fillOpacity={week < today ? 0.8 : 0.42}
            />
            {minutes === most && (
              <text x={x1 - 2} y={workBase - high + 10} textAnchor="end" className={`fill-ink2 font-mono text-[13px] ${CLEAR}`}>
                {Math.round(minutes)}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}
