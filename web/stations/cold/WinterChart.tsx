import { addDays, dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { dayIn } from '@chill/core/winter/climate.ts';
import type { DailyClimate } from '@chill/core/winter/dailyClimate.ts';
import type { WinterAnswer } from '@chill/core/winter/enough.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { say } from '@chill/words/cold.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { type Axis, dayTicks, type PlotData, roundTicks } from '../../kit/plot/plot.ts';

/** Days before the seed goes out that are drawn too, so that this winter is seen. */
const DAYS_BEFORE = 70;
const SPREADS = 1.3;
/** What is warmer is drawn at the edge, °C: the cold is looked at here. */
const WARMEST_C = 26;

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
  const { units } = useNursery().nursery.settings;
  // Whole weeks: while winters are still being added, the end of the drawing stays where it is.
  const last = Math.min(answer.chill.middle.length - 1, Math.ceil((answer.spring.high + 25) / 7) * 7);
  const x = useMemo(
    (): Axis => ({
      from: -DAYS_BEFORE,
      to: last,
      ticks: dayTicks(out, -DAYS_BEFORE, last, 8),
      tell: (day) => shortDate(addDays(out, day), today),
    }),
    [out, today, last],
  );
  const now = useMemo(() => ({ along: 'x', at: dayNumber(today) - dayNumber(out), colour: 'ink', width: 1.2 }) as const, [out, today]);
  const air = useMemo((): PlotData => {
    const days = Array.from({ length: last + DAYS_BEFORE + 1 }, (_, i) => i - DAYS_BEFORE);
    const outOn = dayIn(out);
    const of = (day: number) => (((outOn + day) % 365) + 365) % 365;
    const shown = (celsius: number) => Math.min(WARMEST_C, celsius);
    const usual = days.map((day) => [day, shown(climate.min_C[of(day)] as number), shown(climate.max_C[of(day)] as number)] as const);
    const wide = usual.map(([day, low, high]) => {
      const spread = SPREADS * (climate.sd_C[of(day)] as number);
      return [day, low - spread, shown(high + spread)] as const;
    });
    const start = dayNumber(out);
    const winter = days.flatMap((day) => {
      const i = record ? start + day - dayNumber(record.from) : -1;
      const [low, high] = [record?.min_C[i], record?.max_C[i]];
      return typeof low === 'number' && typeof high === 'number' ? [[day, low, shown(high)] as const] : [];
    });
    const coldest = Math.floor(Math.min(...[...wide, ...winter].map(([, low]) => low))) - 1;
    const warmest = Math.min(WARMEST_C, Math.ceil(Math.max(...wide.map(([, , high]) => high))) + 1);
    return {
      x,
      y: { from: coldest, to: warmest, ticks: [0, 10], tell: (celsius) => showQuantity(celsius, 'temperature_C', units, 0) },
      marks: [{ ...now, name: say('todayMark') }],
      bands: [
        { name: say('usualRange'), points: wide, colour: 'cool', opacity: 0.14 },
        { points: usual, colour: 'cool', opacity: 0.2 },
        ...(winter.length > 0 ? [{ name: say('thisWinter'), points: winter, colour: 'ink', opacity: 0.55 } as const] : []),
      ],
      lines: [],
    };
  }, [out, climate, record, units, last, x, now]);
  const chill = useMemo((): PlotData => {
    const ahead = (values: readonly number[], to = last) => values.slice(0, to + 1).map((value, day) => [day, value] as const);
    const most = Math.max(answer.needed * 1.12, ...answer.chill.high.slice(0, last + 1)) * 1.04;
    return {
      x,
      y: { from: 0, to: most, ticks: roundTicks(0, most, 4), tell: (earned) => String(Math.round(earned)) },
      spans: [
        {
          along: 'x',
          from: answer.spring.low,
          to: Math.min(last, answer.spring.high),
          colour: 'warm',
          opacity: 0.12,
          name: say('springComes'),
        },
      ],
      marks: [
        now,
        { along: 'y', at: answer.needed, colour: 'ink2', dash: [2, 4], name: say('daysFree910', { needed: Math.round(answer.needed) }) },
      ],
      bands: [
        {
          name: say('eightWintersInTen'),
          points: ahead(answer.chill.low)
            .slice(answer.seen_days)
            .map(([day, low]) => [day, low, answer.chill.high[day] as number] as const),
          colour: 'cold',
          opacity: 0.22,
        },
      ],
      lines: [
        { name: say('chillMiddle'), points: ahead(answer.chill.middle).slice(answer.seen_days), colour: 'cold', width: 2.2, dash: [6, 5] },
        ...(answer.seen_days > 0
          ? [{ name: say('chillSoFar'), points: ahead(answer.chill.middle, answer.seen_days), colour: 'cold', width: 3.6 } as const]
          : []),
      ],
    };
  }, [answer, last, x, now]);
  return (
    <div className="mt-3 max-w-3xl">
      <p className="text-[0.92rem] text-ink2">{air.bands?.length === 3 ? say('legendOfWinter') : say('usualRangeAir')}</p>
      <Plot label={say('airOutside')} data={air} height={170} />
      <p className="mt-3 text-[0.92rem] text-ink2">{say('chillFromDayOn')}</p>
      <Plot
        label={say('coldReceivedByWintersEnd', {
          out: shortDate(out, today),
          low: Math.round(answer.chill.low[last] ?? 0),
          high: Math.round(answer.chill.high[last] ?? 0),
          needed: Math.round(answer.needed),
        })}
        data={chill}
        height={230}
      />
    </div>
  );
}
