import { type Cooling, waterAt } from '@chill/core/heat/pourOver.ts';
import { say } from '@chill/words/drawings.ts';
import { useMemo } from 'react';
import { nowMs } from '../../browser/now.ts';
import { Plot } from '../plot/Plot.tsx';
import type { PlotData } from '../plot/plot.ts';

const MINUTES = 60;

/** A reading on the curve, minutes after the pour. */
interface Point {
  minute: number;
  water_C: number;
}

/**
 * Temperature is height, time runs right: how the water falls over an hour, and how long it stays above the threshold. What was first predicted
 * is dashed, once readings say otherwise; while it is live, a dot runs along it.
 */
export function CoolingCurve({
  cooling,
  above_C,
  predicted,
  readings,
  poured_ms,
  degrees = (water_C) => `${Math.round(water_C)}°`,
}: {
  cooling: Cooling;
  above_C: number;
  predicted?: Cooling;
  readings?: readonly Point[];
  /** The moment of the pour, where the water stands there now. */
  poured_ms?: number;
  degrees?: (water_C: number) => string;
}) {
  // Drawn anew only where a figure has changed, not with every tick of a clock beside it.
  const now = JSON.stringify([cooling, above_C, predicted, readings, degrees(100)]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `now` is all of them.
  const data = useMemo((): PlotData => {
    const top_C = Math.max(waterAt(0, cooling), predicted ? waterAt(0, predicted) : above_C, above_C + 2);
    const along = (one: Cooling) => Array.from({ length: MINUTES + 1 }, (_, minute) => [minute, waterAt(minute, one)] as const);
    return {
      x: {
        from: 0,
        to: MINUTES,
        ticks: [0, 20, 40, MINUTES],
        tell: (minute) => (minute === 0 ? say('poured') : `${Math.round(minute)} min`),
      },
      y: { from: cooling.air_C, to: top_C, ticks: [cooling.air_C, above_C], tell: degrees },
      spans: [{ along: 'y', from: above_C, to: top_C, colour: 'hot', opacity: 0.09 }],
      marks: [{ along: 'y', at: above_C, colour: 'hot', dash: [4, 4] }],
      lines: [
        ...(predicted ? [{ name: say('predicted'), points: along(predicted), colour: 'ink3', width: 1.5, dash: [2, 4] } as const] : []),
        { name: say('water'), points: along(cooling), colour: 'hot', width: 2.6 },
        ...(readings?.length
          ? [
              {
                ...({ name: say('thermometer'), colour: 'ink', width: 0, dots: true } as const),
                points: readings.map(({ minute, water_C }) => [minute, water_C] as const),
              },
            ]
          : []),
      ],
    };
  }, [now]);
  return (
    <div className="mt-3">
      <Plot
        label={say('coolingOverAnHour')}
        data={data}
        height={190}
        {...(poured_ms !== undefined && {
          live: () => {
            const minute = Math.max(0, (nowMs() - poured_ms) / 60_000);
            return [Math.min(MINUTES, minute), waterAt(minute, cooling)] as const;
          },
        })}
      />
    </div>
  );
}
