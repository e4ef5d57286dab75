import { addDays, daysBetween, shortDate, spell } from '@chill/core/calendar/dates.ts';
import { lengthOf } from '@chill/core/calendar/moments.ts';
import { PRICES } from '@chill/core/forecast/choiceBoard.ts';
import type { WaitOrStop as Advice, WaitChoice as Choosing } from '@chill/core/forecast/waitOrStop.ts';
import { roomOf } from '@chill/core/methods/room.ts';
import { lodgersOf } from '@chill/core/nursery/lodging.ts';
import { recordCure, recordCutOpen } from '@chill/core/record/amend.ts';
import { type Recorded, recordFinish, recordWait } from '@chill/core/record/record.ts';
import { cautionAt } from '@chill/core/tell/words.ts';
import { options } from '@chill/words/tables.ts';
import { say } from '@chill/words/warm.ts';
import { Fragment, useState } from 'react';
import { newId } from '../browser/newId.ts';
import { type BatchView, situationOf, useNursery } from '../data/nursery.ts';
import { useRecord } from '../data/useRecord.ts';
import { Choice } from '../kit/fields/Choice.tsx';
import { Stepper } from '../kit/fields/Stepper.tsx';
import { Problem } from '../kit/told/Problem.tsx';
import { CHOICES, rangeSaid } from './choiceWords.ts';

const REST = options(say, { lost: 'compost', heldOver: 'keepThem' });

/** The choices side by side: plants more, by when, what it takes, and one tap that makes it so. */
export function Choices({ view, advice }: { view: BatchView; advice: Advice }) {
  const nursery = useNursery();
  const { today, places, batches } = nursery;
  const { batch, species, lot, projection } = view;
  const { state } = projection;
  const { record, problem } = useRecord();
  const best = advice.choices[0];
  const takes = ({ kind, minutes, room, late_days, cut, cure }: Choosing) => {
    if (kind === 'cut') return say('takesCut', { cut });
    const place = places.find(({ id }) => id === room?.placeId);
    const units = place && Math.ceil(roomOf(advice.left, cure?.method[0]?.medium ?? 'towel', species.seed, place));
    // Where it goes on lying it has its room already.
    const taken = place && kind !== 'wait' ? lodgersOf(place, batches, today).reduce((sum, { room: each }) => sum + each, 0) : 0;
    const free = place ? Math.max(0, Math.floor(place.capacity - taken)) : 0;
    return [
      ...(place && units ? [say('roomIn', { count: units, place: place.name })] : []),
      ...(units && units > free && kind !== 'wait' ? [say('onlyFree', { count: free })] : []),
      lengthOf(Math.max(60, Math.round(minutes) * 60)),
      ...(late_days > 6 ? [say('lateBy', { late: spell.of(late_days) })] : []),
    ].join(' · ');
  };
  const put = (recorded: Recorded) => record(batch, recorded);
  const [asked, ask] = useState<'cut' | 'stop'>();
  const act = (one: Choosing) => {
    if (one.kind === 'cut' || one.kind === 'stop') return ask(asked === one.kind ? undefined : one.kind);
    if (one.cure) put(recordCure(one.cure, state, today, newId));
    else put(recordWait(daysBetween(today, one.by ?? addDays(today, 1)), today, newId, true));
  };
  return (
    <>
      <table className="mt-4 w-full border-collapse text-left">
        <thead>
          <tr className="text-[0.92rem] text-ink2">
            <th className="py-1 font-normal max-sm:hidden">{say('what')}</th>
            <th className="py-1 pr-3 text-right font-normal">{say('plantsMore')}</th>
            <th className="py-1 pr-3 font-normal">{say('by')}</th>
            <th className="py-1 font-normal max-sm:hidden">{say('whatItTakes')}</th>
            <th className="py-1">
              <span className="sr-only">{say('choose')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {advice.choices.map((one) => (
            <Fragment key={one.kind}>
              {/* On a phone its name, and what it takes, have lines of their own. */}
              <tr className={`border-t border-line sm:hidden ${one === best ? 'border-l-4 border-l-warm bg-ground' : ''}`}>
                <th scope="rowgroup" colSpan={3} className="pt-2 pl-2 font-[560]">
                  {CHOICES[one.kind].name(one)}
                </th>
              </tr>
              <tr className={`align-top sm:border-t sm:border-line ${one === best ? 'border-l-4 border-l-warm bg-ground' : ''}`}>
                <th scope="row" className="py-2 pr-3 pl-2 font-[560] max-sm:hidden">
                  {CHOICES[one.kind].name(one)}
                </th>
                <td className="py-2 pr-3 text-right font-mono text-lg font-bold whitespace-nowrap">
                  {one.kind === 'cut' ? '–' : rangeSaid(one)}
                </td>
                <td className="py-2 pr-3 whitespace-nowrap">{one.by ? shortDate(one.by, today) : say('today')}</td>
                <td className="py-2 text-[0.95rem] text-ink2 max-sm:hidden">{takes(one)}</td>
                <td className="py-1 text-right">
                  <button
                    type="button"
                    className={one === best ? 'action' : 'quiet'}
                    onClick={() => act(one)}
                    aria-expanded={one.kind === 'cut' || one.kind === 'stop' ? asked === one.kind : undefined}
                    aria-label={say('chooseThis', { choice: CHOICES[one.kind].name(one) })}
                  >
                    {one.kind === 'wait' ? say('wait') : say('choose')}
                  </button>
                </td>
              </tr>
              <tr className={`sm:hidden ${one === best ? 'border-l-4 border-l-warm bg-ground' : ''}`}>
                <td colSpan={3} className="pb-2 pl-2 text-[0.95rem] text-ink2">
                  {takes(one)}
                </td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
      <Problem>{problem}</Problem>
      {asked === 'cut' && (
        <CutOpen view={view} usual={advice.choices.find(({ kind }) => kind === 'cut')?.cut ?? Math.min(5, advice.left)} />
      )}
      {asked === 'stop' && (
        <Stop left={advice.left} stop={(rest) => put(recordFinish(batch, state, rest, situationOf(nursery, species, lot), today, newId))} />
      )}
      <details className="mt-3 max-w-prose">
        <summary className="quiet cursor-pointer list-none">{say('whyInThisOrder')}</summary>
        <p className="mt-1 border-l-2 border-line pl-4 text-[0.98rem]">
          {say('howWeighed', { minutes: PRICES.plant_min, days: PRICES.plant_days, half: spell.of(PRICES.halfWorth_days) })}
        </p>
      </details>
    </>
  );
}

/** Some are cut across to see: how many, and how many of those were firm and white. */
function CutOpen({ view: { batch, projection }, usual }: { view: BatchView; usual: number }) {
  const { today } = useNursery();
  const [cut, setCut] = useState(usual);
  const [viable, setViable] = useState(0);
  const { record, problem } = useRecord();
  return (
    <div className="mt-3">
      {projection.sprouting && projection.stages[projection.sprouting.stage]?.sown && (
        <p className="mt-1 max-w-prose">{say('digThemUp')}</p>
      )}
      <p className="mt-1 max-w-prose text-[0.95rem] text-ink2">{say('cutAcross', { caution: cautionAt('openCoat') })}</p>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <Stepper label={say('seedsCut')} value={cut} least={1} onChange={setCut} />
        <Stepper label={say('firmAndWhite')} value={viable} onChange={setViable} />
        <button type="button" className="action" onClick={() => record(batch, recordCutOpen(cut, viable, projection.state, today, newId))}>
          {say('record')}
        </button>
      </div>
      <Problem>{problem}</Problem>
    </div>
  );
}

/** Stopping: what is up is potted, and of those that did not come it is said what becomes of them. */
function Stop({ left, stop }: { left: number; stop: (rest: 'heldOver' | 'lost') => boolean }) {
  const [rest, setRest] = useState<'heldOver' | 'lost'>('lost');
  return (
    <div className="mt-3 flex flex-wrap items-center gap-4">
      <span>{say('whatBecomesOf', { count: left })}</span>
      <Choice label={say('whatBecomesOf', { count: left })} options={REST} value={rest} onChange={setRest} />
      <button type="button" className="action" onClick={() => stop(rest)}>
        {say('stop')}
      </button>
    </div>
  );
}
