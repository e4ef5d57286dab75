import { dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { useState } from 'react';
import { useArchive } from '../../data/archive.ts';
import { useNursery } from '../../data/nursery.ts';
import { stationOf } from '../../data/stations.ts';
import { StationList } from '../../kit/StationList.tsx';
import { Waiting } from '../../kit/Waiting.tsx';

/** What came of batches that are closed, against what was expected of them. */
export default function FindingsStation() {
  const { today, closed, batches } = useNursery();
  const [page, setPage] = useState(0);
  const { looking } = useArchive(`page=${page}`);
  const shown = batches.filter((view) => stationOf(view) === 'findings').length;
  return (
    <StationList
      station="findings"
      title="What came of it"
      sentence={(views) => {
        const hit = views.filter(({ batch, projection }) => {
          const { plantedOut } = projection.state.counts;
          return plantedOut >= batch.plan.expects.low && plantedOut <= batch.plan.expects.high;
        }).length;
        const all = closed === 1 ? 'One batch is closed' : `${closed} batches are closed`;
        const of = views.length < closed ? `of the ${views.length} closed last, ` : '';
        return `${all}; ${of}${hit} came out within the range that was expected. Nine in ten should.`;
      }}
      empty="No batch is closed yet. Once one is set out, what came of it stands here against what was expected."
      order={({ projection }) => String(99_999 - dayNumber(projection.state.closedOn ?? today))}
      foot={
        looking ? (
          <Waiting />
        ) : (
          shown < closed && (
            <button type="button" className="quiet mt-3" onClick={() => setPage(page + 1)}>
              show those closed before
            </button>
          )
        )
      }
      figure={({ batch, projection }) => (
        <span className="text-[0.95rem]">
          <b className="font-mono text-lg">{projection.state.counts.plantedOut}</b> plants from {batch.plan.seeds} seeds;{' '}
          {batch.plan.expects.low} to {batch.plan.expects.high} were expected
          <span className="block text-ink2">
            {batch.plan.way.name.toLowerCase()}, closed {shortDate(projection.state.closedOn ?? today, today)}
          </span>
        </span>
      )}
    />
  );
}
