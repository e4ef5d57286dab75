import { dayNumber, shortDate } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/findings.ts';
import { Rich } from '@chill/words/rich.tsx';
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
      title={say('results')}
      sentence={(views) => {
        const hit = views.filter(({ batch, projection }) => {
          const { plantedOut } = projection.state.counts;
          return plantedOut >= batch.plan.expects.low && plantedOut <= batch.plan.expects.high;
        }).length;
        const all = closed === 1 ? say('oneBatchClosed') : say('batchesClosed', { closed });
        const of = views.length < closed ? `${say('lastClosed', { views: views.length })} ` : '';
        return say('endedWithinExpectedRangeNine', { all, of, hit });
      }}
      empty={say('noBatchClosedYetWhen')}
      order={({ projection }) => String(99_999 - dayNumber(projection.state.closedOn ?? today))}
      foot={
        looking ? (
          <Waiting />
        ) : (
          shown < closed && (
            <button type="button" className="quiet mt-3" onClick={() => setPage(page + 1)}>
              {say('showOlderOnes')}
            </button>
          )
        )
      }
      figure={({ batch, projection }) => (
        <span className="text-[0.95rem]">
          <Rich
            say={say}
            of="plantsFromSeedsWereExpected"
            facts={{
              plantedOut: projection.state.counts.plantedOut,
              seeds: batch.plan.seeds,
              low: batch.plan.expects.low,
              high: batch.plan.expects.high,
              name: batch.plan.way.name.toLowerCase(),
              closedOn: shortDate(projection.state.closedOn ?? today, today),
            }}
            parts={{ b: <b className="font-mono text-lg" />, span: <span className="block text-ink2" /> }}
          />
        </span>
      )}
    />
  );
}
