import { longDate, shortDate } from '@chill/core/calendar/dates.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import { say } from '@chill/words/sheet.ts';
import { spoken } from '@chill/words/subject.ts';
import { options } from '@chill/words/tables.ts';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { kindOfRow, sheetOf } from './sheet.ts';

const AHEAD = options(say, {
  '0': 'dueToday',
  '3': 'nextThreeDays',
  '7': 'week',
});

/** The round on paper, for wet hands and dead batteries: a box for every answer. */
export default function SheetPage() {
  const view = useNursery();
  const [ahead, setAhead] = useState<(typeof AHEAD)[number]['value']>('0');
  const stops = sheetOf(view, Number(ahead));
  return (
    <div className="px-4 pt-5 desk:px-10 print:p-0">
      <div className="screen-only">
        <h1>
          <Term of="round">{say('roundPaper')}</Term>
        </h1>
        <div className="mt-2 flex flex-wrap items-center gap-x-8 gap-y-2">
          <Choice label={say('what')} options={AHEAD} value={ahead} onChange={setAhead} />
          <button type="button" className="action" onClick={() => print()}>
            {say('printSheet')}
          </button>
          <Link to="/round/typed" className="quiet">
            {say('enterFilledSheet')}
          </Link>
        </div>
      </div>
      <div className="sheet mt-5 bg-paper p-4 text-print print:mt-0 print:p-0">
        <p className="flex flex-wrap justify-between gap-x-8 text-[0.95rem]">
          <b>
            {view.nursery.name}, {longDate(view.today)}
          </b>
          <span>{say('walkedBy')}</span>
        </p>
        {stops.length === 0 && <p className="mt-4">{say('nothingDue')}</p>}
        {stops.map(({ on, place, lines }, i) => (
          <section key={`${on} ${place?.id ?? 'nowhere'}`} className="mt-4 break-inside-avoid-page">
            {ahead !== '0' && on !== stops[i - 1]?.on && (
              <p className="mb-2 border-b-2 border-print text-[1.2rem] font-[650]">{longDate(on)}</p>
            )}
            <h2 className="text-[1.06rem]">
              {place?.name ?? say('noPlaceYet')}
              {place && (
                <span className="ml-3 font-mono text-base font-normal">
                  {say('should', { nominal: showQuantity(place.nominal_C, 'temperature_C', view.nursery.settings.units) })}
                </span>
              )}
            </h2>
            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone the table is wider than the screen, and is scrolled with the keys too. */}
            <section className="overflow-x-auto" tabIndex={0} aria-label={say('whatDue', { name: place?.name ?? say('noPlace') })}>
              <table className="mt-1 w-full min-w-[36rem] border-collapse text-[0.92rem]">
                <thead>
                  <tr className="text-left">
                    {[say('bag'), say('what'), say('dampHead'), say('mouldyOrLost'), say('germinated'), say('note')].map((head) => (
                      <th key={head} scope="col" className="border-b border-print py-1 pr-3 font-semibold">
                        {head}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {lines.map(({ key, view: { batch, species }, task }) => (
                    <tr key={key} className="border-b border-print/40 align-top">
                      <td className="code py-1.5 pr-3 text-lg">{batch.code}</td>
                      <td className="py-1.5 pr-3">
                        {species.common[0]}
                        <span className="block">
                          <b>{spoken(task.title)}</b>
                          {task.overdue_days > 0 && `, ${say('since', { due: shortDate(task.due, view.today) })}`}
                        </span>
                      </td>
                      {task.kind === 'check' ? (
                        <>
                          <td className="py-1.5 pr-3 font-mono whitespace-nowrap">{kindOfRow({ task }) === 'damp' && say('dOkW')}</td>
                          <td className="py-1.5 pr-3 font-mono whitespace-nowrap">{kindOfRow({ task }) === 'pots' ? '____' : '____ s'}</td>
                          <td className="py-1.5 pr-3 font-mono">{!['pots', 'dry'].includes(kindOfRow({ task })) && '____'}</td>
                        </>
                      ) : (
                        <td className="py-1.5 pr-3" colSpan={3}>
                          <span className="mr-2 inline-block size-4 border border-print align-middle" /> {say('doneAct')}
                        </td>
                      )}
                      <td className="py-1.5">&nbsp;</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </section>
        ))}
        <p className="mt-4 text-[0.85rem]">{say('howToFillIn')}</p>
      </div>
    </div>
  );
}
