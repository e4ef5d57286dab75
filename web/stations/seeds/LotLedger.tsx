import { shortDate } from '@chill/core/calendar/dates.ts';
import { describeLotEvent } from '@chill/core/lot/events.ts';
import { say } from '@chill/words/seeds.ts';
import { newId } from '../../browser/newId.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { recordOnLot } from '../../data/saving.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';

/** What happened to the seed of a lot, the latest first; each entry can be undone. */
export function LotLedger({ lot }: { lot: LotView }) {
  const { today } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const undo = (id: string) => attempt(() => recordOnLot(lot, { id: newId(), on: today, kind: 'reversed', reverses: id }, today));
  const said = lot.events.filter((event) => event.kind !== 'reversed').reverse();
  if (said.length === 0) return null;
  return (
    <section className="mt-8">
      <h2>{say('recorded')}</h2>
      <ul className="mt-1">
        {said.map((event) => {
          const stands = lot.state.inForce.has(event.id);
          return (
            <li key={event.id} className="flex items-baseline justify-between gap-4 border-t border-line py-1">
              <span className={stands ? '' : 'text-ink2 line-through'}>
                <span className="text-ink2">{shortDate(event.on, today)}</span> {describeLotEvent(event)}
              </span>
              {stands && (
                <button type="button" className="quiet" disabled={busy} onClick={() => undo(event.id)}>
                  {say('undo')}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <Problem>{problem}</Problem>
    </section>
  );
}
