import type { ReactNode } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { type Station, stationOf } from '../data/stations.ts';
import { BatchLine } from '../stations/batch/BatchLine.tsx';

/** The batches at one station, those that want something soonest first, each with the figure that the station is about. */
export function StationList({
  station,
  title,
  sentence,
  empty,
  aside,
  figure,
  order,
  foot,
}: {
  station: Station;
  title: string;
  sentence: (views: BatchView[]) => ReactNode;
  empty: ReactNode;
  /** Where else to go from here. */
  aside?: ReactNode;
  figure: (view: BatchView) => ReactNode;
  order?: (view: BatchView) => string;
  /** What stands beneath the list. */
  foot?: ReactNode;
}) {
  const here = useNursery().batches.filter((view) => stationOf(view) === station);
  const key = order ?? ((view: BatchView) => view.tasks[0]?.due ?? '9999');
  const sorted = [...here].sort((a, b) => key(a).localeCompare(key(b)));
  return (
    <section className="px-4 pt-5 desk:px-10">
      <h1>{title}</h1>
      <p className="mt-1 max-w-prose text-[1.06rem] text-ink2">{here.length > 0 ? sentence(sorted) : empty}</p>
      {aside}
      <ul className="mt-4">
        {sorted.map((view) => (
          <BatchLine key={view.batch.id} view={view}>
            {figure(view)}
          </BatchLine>
        ))}
      </ul>
      {foot}
    </section>
  );
}
