import { monthsOf } from '@chill/core/winter/dailyRecords.ts';
import type { MonthClimate } from '@chill/model/nursery.ts';
import { say } from '@chill/words/places.ts';
import { spoken } from '@chill/words/subject.ts';
import { useEffect } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { FileChoice } from '../../kit/fields/FileChoice.tsx';
import { Problem } from '../../kit/told/Problem.tsx';
import { useTemperatureFile } from './useTemperatureFile.ts';

/** The months out of a station's own daily records: read in a worker, and their means and spread taken over. */
export function FromRecords({ take }: { take: (months: MonthClimate[]) => Promise<void> }) {
  const { nursery } = useNursery();
  const { state, choose, readAll, drop } = useTemperatureFile(nursery.timeZone);
  const { file, layout, progress, read, problem } = state;
  const daily = layout?.kind === 'daily';
  // A file of daily figures needs no questions: it is read as soon as it is known to be one.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each file.
  useEffect(() => {
    if (daily && !read) readAll();
  }, [daily, file]);
  const months = read?.days && monthsOf(read.days);
  return (
    <div>
      <FileChoice accept=".csv,.txt,.dly,text/csv" choose={choose}>
        {say('monthsFromRecords')}
      </FileChoice>
      <Problem>
        {problem ?? (layout && !daily ? say('loggersFileNotForMonths') : months && !months.ok ? spoken(months.reason) : undefined)}
      </Problem>
      {progress !== undefined && <progress className="w-48" value={progress} aria-label={say('readingFile')} />}
      {months?.ok && read?.days && (
        <p className="flex flex-wrap items-center gap-x-5">
          <span>{say('daysFrom', { days: read.days.length, from: read.days[0]?.on, to: read.days.at(-1)?.on })}</span>
          <button
            type="button"
            className="action"
            onClick={async () => {
              await take(months.value);
              drop();
            }}
          >
            {say('useTheseMonths')}
          </button>
          <button type="button" className="quiet" onClick={drop}>
            {say('cancel')}
          </button>
        </p>
      )}
    </div>
  );
}
