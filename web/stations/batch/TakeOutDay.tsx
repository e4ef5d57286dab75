import { addDays, daysBetween, later, shortDate } from '@chill/core/calendar/dates.ts';
import { meanShare } from '@chill/core/chance/shares.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { percent } from '@chill/core/units/percent.ts';
import { say } from '@chill/words/batch.ts';
import { Rich } from '@chill/words/rich.tsx';
import { asItStands, type BatchView, useNursery } from '../../data/nursery.ts';
import { Plot } from '../../kit/plot/Plot.tsx';
import { dayTicks, type PlotData, SHARES } from '../../kit/plot/plot.ts';
import { Term } from '../../kit/Term.tsx';

const WEEKS = [-1, 0, 1, 2, 3];

/** The take-out day, live: ready against rot from today on, and what taking out a week sooner or later would give, in seeds. */
export function TakeOutDay({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { treatment, state } = view.projection;
  if (!treatment) return null;
  const { curve, since, window, dueOut, days } = treatment;
  const last = curve.yields.length - 1;
  const viable = meanShare(viableShare(asItStands(view.lot).soundness, view.species));
  const left = countIn(state.counts, ['waiting', 'swollen']);
  const at = (line: readonly number[], day: number) => line[Math.max(0, Math.min(last, day))] as number;
  // Of the seeds that lie there now: what is lost from today on is all that is still to be lost.
  const alive = (day: number) => at(curve.survives, day) / at(curve.survives, days);
  const seeds = (day: number) => left * viable * at(curve.released, day) * alive(Math.max(day, days));
  const aim = Math.max(days, daysBetween(since, later(dueOut, today)));
  const from = Math.max(0, days - 14);
  const to = Math.min(last, Math.max(aim, daysBetween(since, window.to)) + 28);
  const best = seeds(aim);
  const living = (day: number) => Math.min(1, alive(Math.max(day, days)));
  const name = (day: number) => shortDate(addDays(since, day), today);
  const every = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const data: PlotData = {
    x: { from, to, ticks: dayTicks(since, from, to, 4), tell: name },
    y: { ...SHARES, read: percent },
    spans: [
      {
        along: 'x',
        from: Math.max(from, daysBetween(since, window.from)),
        to: Math.min(to, daysBetween(since, window.to)),
        colour: 'cold',
        opacity: 0.12,
      },
    ],
    marks: [
      { along: 'x', at: days, colour: 'ink', width: 1.2, name: say('today') },
      ...(aim - days > (to - from) / 5 ? [{ along: 'x', at: aim, colour: 'warm', width: 2.2, name: name(aim) } as const] : []),
    ],
    lines: [
      { name: say('readyLine'), points: every.map((day) => [day, at(curve.released, day)] as const), colour: 'cold', width: 2.6 },
      { name: say('alive'), points: every.map((day) => [day, living(day)] as const), colour: 'alarm', width: 1.8, dash: [5, 4] },
    ],
  };
  return (
    <figure className="mt-3">
      <Plot
        label={say('readyNowTakeOutDay', { days: Math.round(at(curve.released, days) * 100), dueOut: shortDate(dueOut, today) })}
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
        <caption className="sr-only">{say('seedsReadyAliveByDay')}</caption>
        <thead className="text-left text-ink2">
          <tr>
            <th scope="col" className="font-normal">
              {say('takeOutOn')}
            </th>
            <th scope="col" className="text-right font-normal">
              {say('readyAlive')}
            </th>
            <th scope="col" className="text-right font-normal">
              {say('againstDay')}
            </th>
          </tr>
        </thead>
        <tbody>
          {WEEKS.map((week) => aim + week * 7)
            .filter((day) => day >= days && day <= last)
            .map((day) => {
              const gain = Math.round(seeds(day)) - Math.round(best);
              return (
                <tr key={day} className={`border-t border-line ${day === aim ? 'font-semibold' : ''}`}>
                  <td className="py-1">{shortDate(addDays(since, day), today)}</td>
                  <td className="text-right font-mono">{say('seedsAfterFigure', { seeds: Math.round(seeds(day)) })}</td>
                  <td className="text-right font-mono">
                    {day === aim ? '' : gain > 0 ? `+${gain}` : gain === 0 ? say('noChange') : `−${-gain}`}
                  </td>
                </tr>
              );
            })}
        </tbody>
      </table>
      {treatment.firstRootRange && (
        <p className="mt-2 text-[0.97rem]">
          <Rich
            say={say}
            of="firstRootCold8Times"
            facts={{ from: shortDate(treatment.firstRootRange.from, today), to: shortDate(treatment.firstRootRange.to, today) }}
            parts={{ b: <b />, b2: <b /> }}
          />
        </p>
      )}
    </figure>
  );
}
