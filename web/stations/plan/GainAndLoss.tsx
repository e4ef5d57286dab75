import { spell } from '@chill/core/calendar/dates.ts';
import type { FollowedStage } from '@chill/core/follow/followed.ts';
import { percent } from '@chill/core/units/percent.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo } from 'react';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { byDay, type PlotData, SHARES, weekTicks } from '../../kit/plot/plot.ts';

/** How long in the cold: what is ready, what is alive, and their product, day by day, with the best day and its window. */
export function GainAndLoss({ stage }: { stage: FollowedStage }) {
  const { curve, takeOut, days, temperature_C } = stage;
  const data = useMemo((): PlotData | undefined => {
    if (!curve || !takeOut) return undefined;
    const last = Math.min(curve.yields.length - 1, Math.round(Math.max(takeOut.to, days) * 1.25) + 7);
    return {
      x: { from: 0, to: last, ticks: weekTicks(last), tell: inWeeks, read: (day) => spell(day) },
      y: { ...SHARES, read: percent },
      spans: [{ along: 'x', from: takeOut.from, to: Math.min(last, takeOut.to), colour: zoneOf(temperature_C), opacity: 0.14 }],
      marks: [{ along: 'x', at: days, colour: 'warm', width: 2.5 }],
      lines: [
        { name: say('readyLine'), points: byDay(curve.released, 0, last), colour: zoneOf(temperature_C), width: 1.8 },
        { name: say('aliveLine'), points: byDay(curve.survives, 0, last), colour: 'alarm', width: 1.8, dash: [2, 4] },
        { name: say('bothLine'), points: byDay(curve.yields, 0, last), colour: 'ink', width: 3 },
      ],
    };
  }, [curve, takeOut, days, temperature_C]);
  if (!data || !takeOut) return null;
  return (
    <figure className="max-w-lg">
      <Plot
        label={say('readyAndAliveAfter', {
          days,
          freed: Math.round(stage.released * 100),
          survives: Math.round(stage.survives * 100),
          from: takeOut.from,
          to: takeOut.to,
        })}
        data={data}
        height={180}
        unnamed
      />
      <figcaption className="text-[0.92rem] text-ink2">
        <Rich
          say={say}
          of="ofAHundredViable"
          facts={{ days: spell(days), from: spell(takeOut.from), to: spell(takeOut.to) }}
          parts={{
            ready: <b style={{ color: ZONE_COLOUR[zoneOf(temperature_C)] }} />,
            alive: <b className="text-alarm" />,
            both: <b className="text-ink" />,
          }}
        />
      </figcaption>
    </figure>
  );
}

/** A day of a stay in the cold, told in weeks. */
export function inWeeks(day: number): string {
  return day === 0 ? say('in') : say('wk', { day: Math.round(day / 7) });
}
