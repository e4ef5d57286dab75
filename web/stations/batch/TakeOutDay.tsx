import { addDays, daysBetween, shortDate } from '@chill/core/calendar/dates.ts';
import { meanShare } from '@chill/core/chance/shares.ts';
import type { TreatmentForecast } from '@chill/core/follow/followed.ts';
import { type TakeOutChoice, takeOutChoice } from '@chill/core/forecast/takeOutChoice.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { viableOn } from '@chill/core/lot/lotLedger.ts';
import { percent } from '@chill/core/units/percent.ts';
import { say } from '@chill/words/batch.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo } from 'react';
import { asItStands, type BatchView, useNursery } from '../../data/nursery.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, SHARES } from '../../kit/plot/plot.ts';
import { Term } from '../../kit/told/Term.tsx';

/** The take-out day, live: ready against rot from today on, and what taking out a week sooner or later would give, in seeds. */
export function TakeOutDay({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { treatment, state } = view.projection;
  const drawn = useMemo(() => {
    if (!treatment) return undefined;
    const viable = meanShare(viableOn(asItStands(view.lot), view.species, view.batch.madeOn));
    const choice = takeOutChoice(treatment, countIn(state.counts, ['waiting', 'swollen']), viable, today);
    return { choice, data: plotOf(choice, treatment, today) };
  }, [treatment, state, view.lot, view.species, view.batch.madeOn, today]);
  if (!treatment || !drawn) return null;
  const { since, window, takeOutOn } = treatment;
  const { choice, data } = drawn;
  return (
    <figure className="mt-3">
      <Plot
        label={say('readyNowAndOnTakeOutDay', {
          days: Math.round(choice.readyNow * 100),
          takeOutOn: shortDate(takeOutOn, today),
        })}
        data={data}
        height={190}
      />
      <figcaption className="text-[0.92rem] text-ink2">
        <Rich
          say={say}
          of="shadedTakeOutWindow"
          facts={{ from: shortDate(window.from, today), to: shortDate(window.to, today) }}
          parts={{ term: <Term of="takeOutWindow">{null}</Term> }}
        />
      </figcaption>
      <table className="mt-2 w-full text-[0.97rem]">
        <caption className="sr-only">{say('aliveByTakeOutDay')}</caption>
        <thead className="text-left text-ink2">
          <tr>
            <th scope="col" className="font-normal">
              {say('takeOutOn')}
            </th>
            <th scope="col" className="text-right font-normal">
              <Term of="ready">{say('readyAlive')}</Term>
            </th>
            <th scope="col" className="text-right font-normal">
              {say('againstDay')}
            </th>
          </tr>
        </thead>
        <tbody>
          {choice.choices.map(({ day, seeds, gain }) => (
            <tr key={day} className={`border-t border-line ${day === choice.aim ? 'font-semibold' : ''}`}>
              <td className="py-1">{shortDate(addDays(since, day), today)}</td>
              <td className="text-right font-mono">{say('seedsAfterFigure', { count: seeds })}</td>
              <td className="text-right font-mono">
                {day === choice.aim ? '' : gain > 0 ? `+${gain}` : gain === 0 ? say('noChange') : `−${-gain}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {treatment.firstRootRange && (
        <p className="mt-2 text-[0.97rem]">
          <Rich
            say={say}
            of="firstRootBetween"
            facts={{ from: shortDate(treatment.firstRootRange.from, today), to: shortDate(treatment.firstRootRange.to, today) }}
            parts={{ b: <b /> }}
          />
        </p>
      )}
    </figure>
  );
}

function plotOf({ aim, from, to, ready, alive }: TakeOutChoice, { since, window, days }: TreatmentForecast, today: string): PlotData {
  const name = (day: number) => shortDate(addDays(since, day), today);
  const within = (date: string) => Math.min(to, Math.max(from, daysBetween(since, date)));
  return {
    x: { from, to, ticks: dayTicks(since, from, to, 4), tell: name },
    y: { ...SHARES, read: percent },
    spans: [{ along: 'x', from: within(window.from), to: within(window.to), colour: 'cold', opacity: 0.12 }],
    marks: [
      { along: 'x', at: days, colour: 'ink', width: 1.2, name: say('today') },
      // Too near to today its own name would run into it.
      ...(aim - days > (to - from) / 5 ? [{ along: 'x', at: aim, colour: 'warm', width: 2.2, name: name(aim) } as const] : []),
    ],
    lines: [
      { name: say('readyLine'), points: ready, colour: 'cold', width: 2.6 },
      { name: say('alive'), points: alive, colour: 'alarm', width: 1.8, dash: [5, 4] },
    ],
  };
}
