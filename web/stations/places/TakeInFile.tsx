import { dayAndTimeIn } from '@chill/core/calendar/moments.ts';
import { type LoggerLayout, SEPARATORS } from '@chill/core/readings/loggerCsv.ts';
import type { LeftOut } from '@chill/core/readings/tidyReadings.ts';
import { showQuantity } from '@chill/core/units/quantities.ts';
import type { Place } from '@chill/model/place.ts';
import { say } from '@chill/words/places.ts';
import { Rich } from '@chill/words/rich.tsx';
import { worded } from '@chill/words/tables.ts';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { readingsAddress, readingsChanged } from '../../data/saving.ts';
import { Choice } from '../../kit/fields/Choice.tsx';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import type { Layout, ReadLine } from '../../workers/temperatureFile.ts';
import { useTemperatureFile } from './useTemperatureFile.ts';

const LINES_SHOWN = 12;

/** Takes in a logger's file, or a station's daily figures: the layout is guessed and shown, then read in a worker, then taken in whole, in good part, or not at all. */
export function TakeInFile({ place }: { place: Place }) {
  const { nursery, today } = useNursery();
  const { state, choose, change, cutAt, readAll, send, drop } = useTemperatureFile(nursery.timeZone);
  const { file, layout, lines, progress, read } = state;
  const take = () => {
    if (!file || !layout) return;
    send(readingsAddress(place.id, newId(), layout.kind === 'daily' ? 'daily' : 'file', file.name), () => {
      drop();
      void readingsChanged(place.id);
    });
  };
  return (
    <div>
      {/* One file at a time: another would drop the one that is open. */}
      {!file && (
        <FileChoice accept=".csv,.txt,.tsv,.dly,text/csv,text/plain" choose={choose}>
          {say('importFile')}
        </FileChoice>
      )}
      {file && (
        <section className="mt-2 border-y border-line bg-sheet px-4 py-4" aria-label={say('file', { name: file.name })}>
          <p>
            <b className="break-all">{file.name}</b> <span className="text-ink2">{sizeOf(file.size)}</span>
          </p>
          <Problem>{state.problem}</Problem>
          {layout && !read && <LayoutForm layout={layout} lines={lines} change={change} cutAt={cutAt} />}
          {progress !== undefined && (
            <div className="mt-3 flex items-center gap-4">
              <progress className="w-60 max-w-full" value={progress} max={1} aria-label={say('readingFile')} />
              <span className="font-mono">{Math.round(progress * 100)} %</span>
            </div>
          )}
          {layout && !read && progress === undefined && !state.problem && (
            <button type="button" className="action mt-3" disabled={!lines?.some(({ problem: bad }) => !bad)} onClick={() => readAll(take)}>
              {say('importShown')}
            </button>
          )}
          {read && (
            <>
              <p className="mt-3">
                <Rich say={say} of="readingsGood" facts={{ count: read.count }} parts={{ b: <b className="font-mono text-xl" /> }} />
                {read.count > 0 &&
                  `, ${say('from', {
                    from: dayAndTimeIn(read.from_ms, nursery.timeZone, today),
                    to: dayAndTimeIn(read.to_ms, nursery.timeZone, today),
                  })}`}
                .{read.repeated > 0 && ` ${say('appearTwiceCountOnce', { repeated: read.repeated })}`}
              </p>
              <LeftLines left={read.left} />
              <button type="button" className="action mt-3" disabled={state.sending || read.count === 0} onClick={take}>
                {read.left.length > 0 ? say('importGoodOnes', { count: read.count }) : say('import')}
              </button>
            </>
          )}
          <button type="button" className="quiet ml-4" onClick={drop}>
            {progress !== undefined ? say('stop') : say('cancel')}
          </button>
        </section>
      )}
    </div>
  );
}

/** What was left out and why, by the lines of the file. */
function LeftLines({ left }: { left: readonly LeftOut[] }) {
  if (left.length === 0) return null;
  return (
    <ul className="mt-2 text-[0.97rem]">
      {left.map(({ why, lines }) => (
        <li key={why} className="border-t border-line py-1">
          <b>{say('leftOut', { lines: lines.length })}</b>: {why.replace(/\.$/, '')}{' '}
          <span className="text-ink2">
            {say('lines', { count: lines.length, lines: lines.slice(0, LINES_SHOWN).join(', ') })}
            {lines.length > LINES_SHOWN && ' …'})
          </span>
        </li>
      ))}
    </ul>
  );
}

function LayoutForm({
  layout,
  lines,
  change,
  cutAt,
}: {
  layout: Layout;
  lines: ReadLine[] | undefined;
  change: (layout: Layout) => void;
  cutAt: (separator: string) => void;
}) {
  const { nursery, today } = useNursery();
  const show = (celsius: number) => showQuantity(celsius, 'temperature_C', nursery.settings.units);
  const separator = layout.kind === 'logger' ? separatorName(layout.logger.separator) : undefined;
  return (
    <div className="mt-2">
      {layout.kind === 'logger' ? (
        <>
          <p className="text-ink2">
            {[
              layout.logger.skip > 0
                ? say('loggersFileFromLine', { separator, line: layout.logger.skip + 1 })
                : say('loggersFileNoHeader', { separator }),
              layout.logger.header && say('temperaturesUnder', { header: layout.logger.header }),
              say('times', { clock: clockWords(layout.logger, nursery.timeZone) }),
            ]
              .filter(Boolean)
              .join(', ')}
            .
          </p>
          {layout.logger.orderUnsure && <p className="mt-1 font-semibold">{say('orderOfDatesUnsure')}</p>}
          <div className="mt-1 flex flex-wrap gap-x-8 gap-y-1">
            <Choice
              label={say('orderDates')}
              options={[
                { value: 'ymd', text: say('yearMonthDay') },
                { value: 'dmy', text: say('dayFirst') },
                { value: 'mdy', text: say('monthFirst') },
              ]}
              value={layout.logger.order}
              onChange={(order) => change({ kind: 'logger', logger: { ...layout.logger, order } })}
            />
            <Choice
              label={say('unit')}
              options={[
                { value: 'C', text: '°C' },
                { value: 'F', text: '°F' },
              ]}
              value={layout.logger.fahrenheit ? 'F' : 'C'}
              onChange={(unit) => change({ kind: 'logger', logger: { ...layout.logger, fahrenheit: unit === 'F' } })}
            />
            <Choice
              label={say('columnsApartBy')}
              options={SEPARATORS.map((value) => ({ value, text: SEPARATOR_NAMES[value] }))}
              value={layout.logger.separator as (typeof SEPARATORS)[number]}
              onChange={cutAt}
            />
            <Choice
              label={say('decimalMark')}
              options={[
                { value: 'point', text: '3.8' },
                { value: 'comma', text: '3,8' },
              ]}
              value={layout.logger.decimalComma ? 'comma' : 'point'}
              onChange={(mark) => change({ kind: 'logger', logger: { ...layout.logger, decimalComma: mark === 'comma' } })}
            />
            <Choice
              label={say('clockFile')}
              options={[
                { value: 'local', text: nursery.timeZone },
                { value: 'utc', text: say('utc') },
                ...(layout.logger.offset_min ? [{ value: 'offset' as const, text: offsetWords(layout.logger.offset_min) }] : []),
              ]}
              value={layout.logger.offset_min !== undefined ? 'offset' : layout.logger.utc ? 'utc' : 'local'}
              onChange={(clock) => {
                const { offset_min, ...logger } = layout.logger;
                const kept = clock === 'offset' && offset_min !== undefined ? { offset_min } : {};
                change({ kind: 'logger', logger: { ...logger, ...kept, utc: clock === 'utc' } });
              }}
            />
          </div>
        </>
      ) : (
        <>
          <p className="text-ink2">{say(layout.daily.rows === 'element' ? 'stationsFileByElement' : 'stationsFileByDay')}</p>
          <div className="mt-1 flex">
            <Choice
              label={say('unit')}
              options={[
                { value: 'C', text: '°C' },
                { value: 'F', text: '°F' },
                { value: 'tenths', text: say('tenthsC') },
              ]}
              value={layout.daily.unit}
              onChange={(unit) => change({ kind: 'daily', daily: { ...layout.daily, unit } })}
            />
          </div>
        </>
      )}
      <h3 className="mt-3">{say('readFollows')}</h3>
      <ul className="mt-1 font-mono text-[0.92rem]">
        {lines?.map(({ line, written, at, on, celsius, problem }) => (
          <li key={line} className="grid gap-x-4 border-t border-line py-1 sm:grid-cols-[1fr_auto]">
            <span className="truncate text-ink2">{written || on}</span>
            {problem ? (
              <b className="text-alarm">{problem}</b>
            ) : (
              <b>
                {at !== undefined && `${dayAndTimeIn(at, nursery.timeZone, today)}  `}
                {celsius?.map(show).join(' to ')}
              </b>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

const SEPARATOR_NAMES: Record<(typeof SEPARATORS)[number], string> = worded(say, {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
});

function separatorName(separator: string): string {
  return say('columnsBy', { separator: SEPARATOR_NAMES[separator as (typeof SEPARATORS)[number]] });
}

/** "UTC−7", "UTC+5:30". */
function offsetWords(minutes: number): string {
  const size = Math.abs(minutes);
  const rest = size % 60 ? `:${String(size % 60).padStart(2, '0')}` : '';
  return `UTC${minutes < 0 ? '−' : '+'}${Math.floor(size / 60)}${rest}`;
}

function clockWords({ offset_min, utc }: LoggerLayout, timeZone: string): string {
  return offset_min !== undefined ? say('atOffset', { offset: offsetWords(offset_min) }) : utc ? say('inUtc') : say('of', { timeZone });
}

function sizeOf(bytes: number): string {
  return bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
