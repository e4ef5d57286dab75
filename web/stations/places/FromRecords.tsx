import { monthsOf } from '@chill/core/winter/dailyRecords.ts';
import type { MonthClimate } from '@chill/model/nursery.ts';
import { useEffect } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { FileChoice } from '../../kit/FileChoice.tsx';
import { Problem } from '../../kit/Problem.tsx';
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
        work the months out from daily records
      </FileChoice>
      <Problem>
        {problem ??
          (layout && !daily
            ? 'That is a logger’s file: take it in at its place. The months want days with a minimum and a maximum (date, tmin, tmax, or GHCN-Daily).'
            : months && !months.ok
              ? months.problem
              : undefined)}
      </Problem>
      {progress !== undefined && <progress className="w-48" value={progress} aria-label="Reading the file" />}
      {months?.ok && read?.days && (
        <p className="flex flex-wrap items-center gap-x-5">
          <span>
            {read.days.length.toLocaleString('en')} days from {read.days[0]?.on} to {read.days.at(-1)?.on}.
          </span>
          <button
            type="button"
            className="action"
            onClick={async () => {
              await take(months.value);
              drop();
            }}
          >
            take these months
          </button>
          <button type="button" className="quiet" onClick={drop}>
            leave them
          </button>
        </p>
      )}
    </div>
  );
}
