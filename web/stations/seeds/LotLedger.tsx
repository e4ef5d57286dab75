import { shortDate } from '@chill/core/calendar/dates.ts';
import { describeLotEvent } from '@chill/core/lot/events.ts';
import { say } from '@chill/words/seeds.ts';
import { type LotView, useNursery } from '../../data/nursery.ts';
import { useLotRecord } from './useLotRecord.ts';

/** What happened to the seed of a lot, the latest first; each entry can be undone. */
export function LotLedger({ lot }: { lot: LotView }) {
  const { today } = useNursery();
  const { record, faults, busy } = useLotRecord(lot);
  const told = lot.events.filter((event) => event.kind !== 'reversed').reverse();
  if (told.length === 0) return null;
  return (
    <section className="mt-8">
      <h2>{say('recorded')}</h2>
      <ul className="mt-1">
        {told.map((event) => {
          const stands = lot.state.inForce.has(event.id);
          return (
            <li key={event.id} className="flex items-baseline justify-between gap-4 border-t border-line py-1">
              <span className={stands ? '' : 'text-ink2 line-through'}>
                <span className="text-ink2">{shortDate(event.on, today)}</span> {describeLotEvent(event)}
              </span>
              {stands && (
                <button type="button" className="quiet" disabled={busy} onClick={() => record({ kind: 'reversed', reverses: event.id })}>
                  {say('undo')}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {Object.values(faults).map((message) => (
        <p key={message} role="alert" className="mt-1 font-semibold text-alarm">
          {message}
        </p>
      ))}
    </section>
  );
}
