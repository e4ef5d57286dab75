import { shortDate } from '@chill/core/calendar/dates.ts';
import { MOST_WISHES, readWishes, WISH_COLUMNS, type WishColumn } from '@chill/core/find/readWishes.ts';
import { spoken } from '@chill/words/subject.ts';
import { worded } from '@chill/words/tables.ts';
import { say } from '@chill/words/wishes.ts';
import { useDeferredValue, useMemo, useState } from 'react';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { savePromises } from '../../data/promises.ts';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';

const COLUMNS = worded(say, {
  plants: 'columnPlants',
  species: 'columnSpecies',
  on: 'columnOn',
  whom: 'columnWhom',
  priority: 'columnPriority',
  confidence: 'columnConfidence',
  lot: 'columnLot',
});
const LARGEST_BYTES = 1_000_000;

/** Promises a line each, as one says them, or a table pasted or opened: shown as they are read, with what is wrong at its line; saved all or none. */
export function SeveralPromises({ close }: { close: () => void }) {
  const { handbook, lots, nursery, today } = useNursery();
  const [text, setText] = useState('');
  const [columns, setColumns] = useState<(WishColumn | undefined)[]>();
  const { attempt, problem, busy } = useAttempt();
  const [tooLarge, setTooLarge] = useState(false);
  const settled = useDeferredValue(text);
  const read = useMemo(
    () => readWishes(settled, { handbook, lots, nursery, today }, columns),
    [settled, columns, handbook, lots, nursery, today],
  );
  const put = (next: string) => {
    setText(next);
    setColumns(undefined);
    setTooLarge(false);
  };
  const open = async (file: File) => {
    if (file.size > LARGEST_BYTES) return setTooLarge(true);
    put(await file.text());
  };
  const { lines } = read;
  const wishes = lines.flatMap(({ wish }) => (wish ? [wish] : []));
  const faulty = lines.length - wishes.length;
  const tooMany = lines.length > MOST_WISHES;
  const save = () =>
    attempt(async () => {
      await savePromises(wishes.map((wish) => ({ id: newId(), ...wish })));
      close();
    });
  return (
    <div className="mt-4 max-w-5xl border-y border-line bg-sheet px-4 py-4">
      <label className="block">
        <b className="font-[620]">{say('promises')}</b> <span className="text-[0.95rem] text-ink2">{say('hint')}</span>
        <textarea
          className="written mt-2 min-h-36 w-full font-mono text-[0.95rem]"
          placeholder={say('example')}
          value={text}
          onChange={({ target }) => put(target.value)}
        />
      </label>
      <FileChoice accept=".csv,.txt,.tsv,text/csv,text/plain" choose={(file) => void open(file)}>
        {say('file')}
      </FileChoice>
      {read.columns && (
        <fieldset className="mt-3">
          <legend className="text-[0.95rem] text-ink2">{say('table')}</legend>
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            {inOrder(read.columns).map(({ column, head, i }) => {
              return (
                <label key={i} className="flex items-baseline gap-x-2 text-[0.95rem]">
                  {say('chooseColumn', { column: head })}
                  <select
                    className="written w-auto"
                    value={column ?? ''}
                    onChange={({ target }) =>
                      setColumns(
                        read.columns?.of.map((one, k) => (k === i ? ((target.value || undefined) as WishColumn | undefined) : one)),
                      )
                    }
                  >
                    <option value="">{say('columnNothing')}</option>
                    {WISH_COLUMNS.map((one) => (
                      <option key={one} value={one}>
                        {COLUMNS[one]}
                      </option>
                    ))}
                  </select>
                </label>
              );
            })}
          </div>
        </fieldset>
      )}
      <ol className="mt-3" aria-live="polite">
        {lines.slice(0, MOST_WISHES).map(({ line, written, wish, faults }) => (
          <li key={line} className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-1">
            <span className="w-16 text-[0.9rem] text-ink2">{say('line', { line })}</span>
            {wish ? (
              <span>
                <b className="font-[620]">{wish.plants}</b> {handbook.find(({ id }) => id === wish.speciesId)?.common[0]},{' '}
                {shortDate(wish.on, today)}, {wish.whom}
                <span className="text-ink2">
                  {wish.priority && `, ${PRIORITIES[wish.priority]}`}
                  {wish.confidence && `, ${Math.round(wish.confidence * 100)} %`}
                  {wish.lotId && `, ${lots.find(({ id }) => id === wish.lotId)?.code}`}
                </span>
              </span>
            ) : (
              <span>
                <span className="font-mono text-[0.95rem]">{written}</span>{' '}
                <b className="font-semibold text-alarm">{faults.map(spoken).join(' ')}</b>
              </span>
            )}
          </li>
        ))}
      </ol>
      <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        <button type="button" className="action" disabled={busy || wishes.length === 0 || faulty > 0 || tooMany} onClick={save}>
          {say('save', { count: wishes.length })}
        </button>
        <button type="button" className="quiet" onClick={close}>
          {say('cancel')}
        </button>
        {lines.length === 0 && <span className="text-ink2">{say('nothing')}</span>}
        {faulty > 0 && <span className="font-semibold text-alarm">{say('faults', { count: faulty })}</span>}
      </div>
      <Problem>{tooLarge ? say('fileTooLarge', { size: '1 MB' }) : tooMany ? say('most', { most: MOST_WISHES }) : problem}</Problem>
    </div>
  );
}

/** Columns with what stands over them, or their number. */
const inOrder = ({ of, heads }: { of: readonly (WishColumn | undefined)[]; heads: readonly string[] }) =>
  of.map((column, i) => ({ column, head: heads[i] || String(i + 1), i }));

const PRIORITIES = worded(say, { first: 'sayFirst', next: 'sayNext', ifRoom: 'sayIfRoom' });
