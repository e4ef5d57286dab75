import { momentIn } from '@chill/core/calendar/moments.ts';
import { MOST_TURNS } from '@chill/core/chill/freezeThaw.ts';
import { LEAST_FROZEN_HOURS, readTurns, TURN_HOURS } from '@chill/core/treat/turns.ts';
import { say } from '@chill/words/treat.ts';
import { nowInstant, useNow } from '../../../browser/now.ts';
import { type BatchView, useNursery } from '../../../data/nursery.ts';
import { Figure } from '../../../kit/told/Figure.tsx';
import { Problem } from '../../../kit/told/Problem.tsx';
import { StepAction } from '../StepAction.tsx';
import { useStep } from '../useStep.ts';

/** Freezer turns: where it lies now, when it changes over, and how many turns there have really been. */
export function Turns({ view }: { view: BatchView }) {
  const { nursery, today } = useNursery();
  const now = useNow();
  const step = useStep(view);
  const { state } = view.projection;
  const { lies, due_ms, stays, counted, enough } = readTurns(state, now);
  const late = due_ms !== undefined && now > due_ms;
  const into = lies === 'freezer' ? 'fridge' : 'freezer';
  if (!state.underWay) {
    return (
      <>
        <p className="max-w-prose text-[1.06rem]">{say('howToTurn', { mostTurns: MOST_TURNS })}</p>
        <button
          type="button"
          className="action mt-4"
          style={{ '--action': 'var(--color-frozen)' } as React.CSSProperties}
          onClick={() => step.begin()}
        >
          {say('intoFreezerNow')}
        </button>
        <Problem>{step.problem}</Problem>
      </>
    );
  }
  return (
    <>
      <div className="grid max-w-2xl grid-cols-2 gap-6">
        <Figure value={counted} unit={say('ofTurns', { mostTurns: MOST_TURNS })}>
          {say('wholeTurnsMade')}
        </Figure>
        <Figure value={due_ms === undefined ? '–' : momentIn(due_ms, nursery.timeZone, today)}>
          {lies ? say('outInto', { lies, into }) : say('noTurnRecordedYet')}
        </Figure>
      </div>
      {late && <p className="mt-2 font-semibold text-alarm">{say('pastItsHour')}</p>}
      <TurnsDrawing stays={stays} />
      <StepAction
        onClick={() => step.record([{ kind: 'turned', at: nowInstant(), into }])}
        colour={into === 'freezer' ? 'var(--color-frozen)' : 'var(--color-cold)'}
        beside={
          <button type="button" className={enough ? 'action' : 'quiet'} onClick={() => step.finish()}>
            {enough ? say('turnsDone') : say('stop')}
          </button>
        }
      >
        {say('intoNow', { into })}
      </StepAction>
      <p className="text-[0.95rem] text-ink2">{say('stayCountsFrom', { leastFrozenHours: LEAST_FROZEN_HOURS, turnHours: TURN_HOURS })}</p>
      <Problem>{step.problem}</Problem>
    </>
  );
}

const WIDTH = 620;
const LEFT = 92;
const HIGH = 26;
const LOW = 84;

/** The turns as temperature over time: up in the fridge, down in the freezer, each stay as long as it was. */
function TurnsDrawing({ stays }: { stays: ReturnType<typeof readTurns>['stays'] }) {
  const whole = Math.max(
    MOST_TURNS * 2 * TURN_HOURS,
    stays.reduce((sum, { hours }) => sum + hours, 0),
  );
  let hours = 0;
  return (
    <svg viewBox={`0 0 ${WIDTH} 112`} className="mt-3 block w-full max-w-2xl" role="img" aria-label={say('turnsDrawn')}>
      {[
        ['fridge', HIGH],
        ['freezer', LOW],
      ].map(([name, y]) => (
        <g key={name}>
          <line x1={LEFT} x2={WIDTH} y1={y} y2={y} stroke="var(--color-line)" strokeDasharray="3 4" />
          <text x={LEFT - 8} y={Number(y) + 4} textAnchor="end" className="drawn-note" fill="var(--color-ink2)">
            {name}
          </text>
        </g>
      ))}
      {stays.map((stay) => {
        const x1 = LEFT + (hours / whole) * (WIDTH - LEFT - 8);
        hours += stay.hours;
        const x2 = LEFT + (hours / whole) * (WIDTH - LEFT - 8);
        const frozen = stay.in === 'freezer';
        const y = frozen ? LOW : HIGH;
        return (
          <g key={x1} stroke={frozen ? 'var(--color-frozen)' : 'var(--color-cold)'} fill="none">
            {hours > stay.hours && <line x1={x1} x2={x1} y1={HIGH} y2={LOW} strokeWidth={1.5} />}
            <line x1={x1} x2={x2} y1={y} y2={y} strokeWidth={frozen ? 4 : 3} strokeDasharray={stay.over ? undefined : '6 4'} />
            <text
              x={(x1 + x2) / 2}
              y={y + (frozen ? 20 : -9)}
              textAnchor="middle"
              className="drawn-note"
              fill="var(--color-ink2)"
              stroke="none"
            >
              {Math.round(stay.hours)} h
            </text>
          </g>
        );
      })}
    </svg>
  );
}
