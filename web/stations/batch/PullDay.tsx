import { addDays, daysBetween, later, shortDate } from '@chill/core/calendar/dates.ts';
import { meanShare } from '@chill/core/chance/shares.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { soundShare } from '@chill/core/lot/viability.ts';
import { say } from '@chill/words/batch.ts';
import { Rich } from '@chill/words/rich.tsx';
import { asItStands, type BatchView, useNursery } from '../../data/nursery.ts';
import { Term } from '../../kit/Term.tsx';

const WIDTH = 420;
const HEIGHT = 132;
const LEFT = 4;
const BOTTOM = 108;
const WEEKS = [-1, 0, 1, 2, 3];

/** The take-out day, live: ready against rot from today on, and what taking out a week sooner or later would give, in seeds. */
export function PullDay({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const { treatment, state } = view.projection;
  if (!treatment) return null;
  const { curve, since, window, dueOut, days } = treatment;
  const last = curve.yields.length - 1;
  const sound = meanShare(soundShare(asItStands(view.lot).soundness, view.species));
  const left = countIn(state.counts, ['waiting', 'swollen']);
  const at = (line: readonly number[], day: number) => line[Math.max(0, Math.min(last, day))] as number;
  // Of the seeds that lie there now: what is lost from today on is all that is still to be lost.
  const alive = (day: number) => at(curve.survives, day) / at(curve.survives, days);
  const seeds = (day: number) => left * sound * at(curve.freed, day) * alive(Math.max(day, days));
  const aim = Math.max(days, daysBetween(since, later(dueOut, today)));
  const from = Math.max(0, days - 14);
  const to = Math.min(last, Math.max(aim, daysBetween(since, window.to)) + 28);
  const x = (day: number) => LEFT + ((day - from) / Math.max(1, to - from)) * (WIDTH - 2 * LEFT);
  const y = (share: number) => BOTTOM - share * (BOTTOM - 20);
  const path = (of: (day: number) => number) =>
    Array.from({ length: to - from + 1 }, (_, i) => `${i ? 'L' : 'M'} ${x(from + i).toFixed(1)} ${y(of(from + i)).toFixed(1)}`).join(' ');
  const best = seeds(aim);
  const living = (day: number) => Math.min(1, alive(Math.max(day, days)));
  // Each line is named at its end, the upper one above it, the lower one below.
  const [readyEnds, aliveEnds] = [y(at(curve.freed, to)), y(living(to))];
  const named = (mine: number, other: number) => Math.max(12, mine <= other ? mine - 5 : Math.min(BOTTOM - 4, mine + 15));
  return (
    <figure className="mt-3">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
        role="img"
        aria-label={say('readyNowTakeOutDay', { days: Math.round(at(curve.freed, days) * 100), dueOut: shortDate(dueOut, today) })}
      >
        <rect
          x={x(Math.max(from, daysBetween(since, window.from)))}
          width={Math.max(2, x(Math.min(to, daysBetween(since, window.to))) - x(Math.max(from, daysBetween(since, window.from))))}
          y={6}
          height={BOTTOM - 6}
          fill="var(--color-cold)"
          fillOpacity={0.12}
        />
        <path d={path((day) => at(curve.freed, day))} fill="none" stroke="var(--color-cold)" strokeWidth={2.6} />
        <path d={path(living)} fill="none" stroke="var(--color-alarm)" strokeWidth={1.8} strokeDasharray="5 4" />
        <line x1={x(days)} x2={x(days)} y1={2} y2={BOTTOM} stroke="var(--color-ink)" strokeWidth={1.2} />
        <line x1={x(aim)} x2={x(aim)} y1={2} y2={BOTTOM} stroke="var(--color-warm)" strokeWidth={2.2} />
        <line x1={LEFT} x2={WIDTH - LEFT} y1={BOTTOM} y2={BOTTOM} stroke="var(--color-line)" />
        <text x={x(days) + 3} y={HEIGHT - 8} fontSize={12.5} fill="var(--color-ink2)">
          {say('today')}
        </text>
        {aim - days > (to - from) / 7 && (
          <text x={x(aim)} y={HEIGHT - 8} fontSize={12.5} textAnchor="middle" fill="var(--color-warm)">
            {shortDate(dueOut, today)}
          </text>
        )}
        <text x={x(to)} y={named(readyEnds, aliveEnds)} fontSize={12.5} textAnchor="end" fill="var(--color-cold)">
          {say('ready2')}
        </text>
        <text x={x(to)} y={named(aliveEnds, readyEnds - 0.5)} fontSize={12.5} textAnchor="end" fill="var(--color-alarm)">
          {say('alive')}
        </text>
      </svg>
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
              {say('takeOut2')}
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
                  <td className="text-right font-mono">{say('seeds2', { seeds: Math.round(seeds(day)) })}</td>
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
