import { describeEvent } from '@chill/core/tell/describe.ts';
import { say } from '@chill/words/kit.ts';
import { Rich } from '@chill/words/rich.tsx';
import { Link, useLocation } from 'react-router';
import { useNursery } from '../data/nursery.ts';
import { dropRefused, type HeldEntry, keepRefused } from '../data/outbox.ts';

/** Entries that the server refused: each on its batch's own pages and on the round, and elsewhere one line that leads there. */
export default function RefusedEntries({ refused }: { refused: readonly HeldEntry[] }) {
  const { pathname } = useLocation();
  const here = refused.filter(({ code }) => pathname === '/' || pathname.split('/').includes(code));
  const elsewhere = [...new Set(refused.filter((entry) => !here.includes(entry)).map(({ code }) => code))];
  return (
    <>
      {elsewhere.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-4 border-b border-alarm bg-sheet px-4 text-alarm desk:px-10">
          {say('refusedElsewhere', { count: elsewhere.length })}
          {elsewhere.map((code) => (
            <Link key={code} to={`/batch/${code}`} className="quiet code">
              {code}
            </Link>
          ))}
        </p>
      )}
      {here.map((entry) => (
        <Refused key={entry.events[0]?.id} entry={entry} />
      ))}
    </>
  );
}

function Refused({ entry }: { entry: HeldEntry }) {
  const batch = useNursery().batches.find((view) => view.batch.id === entry.batchId)?.batch;
  const tell = (event: Parameters<typeof describeEvent>[0]) => (batch ? describeEvent(event, batch) : event.kind);
  const others = entry.refused?.others ?? [];
  return (
    <section className="border-b border-alarm bg-sheet px-4 py-3 desk:px-10" aria-label={say('notRecorded', { code: entry.code })}>
      <p className="font-semibold text-alarm">
        <Rich
          say={say}
          of="notRecordedOn"
          facts={{ code: entry.code, message: entry.refused?.errors?.[0]?.message ?? entry.refused?.detail }}
          parts={{ span: <span className="code" /> }}
        />
      </p>
      <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
        <p>
          <span className="text-ink2">{say('yours')} </span>
          {entry.events.map(tell).join('; ')}
        </p>
        {others.length > 0 && (
          <p>
            <span className="text-ink2">{say('meanwhile')} </span>
            {others.map(tell).join('; ')}
          </p>
        )}
      </div>
      <div className="mt-1 flex gap-6">
        {others.length > 0 && (
          <button type="button" className="quiet font-semibold" onClick={() => keepRefused(entry)}>
            {say('recordMineToo')}
          </button>
        )}
        <button type="button" className="quiet" onClick={() => dropRefused(entry)}>
          {say('discardMine')}
        </button>
      </div>
    </section>
  );
}
