import { shortDate } from '@chill/core/calendar/dates.ts';
import { useNursery } from '../../data/nursery.ts';
import { StationList } from '../../kit/StationList.tsx';

/** What came of batches that are closed, against what was expected of them. */
export default function FindingsStation() {
  const { today } = useNursery();
  return (
    <StationList
      station="findings"
      title="What came of it"
      sentence={(views) => {
        const hit = views.filter(({ batch, projection }) => {
          const { plantedOut } = projection.state.counts;
          return plantedOut >= batch.plan.expects.low && plantedOut <= batch.plan.expects.high;
        }).length;
        return `${views.length === 1 ? 'One batch is' : `${views.length} batches are`} closed; ${hit} came out within the range that was expected. Nine in ten should.`;
      }}
      empty="No batch is closed yet. Once one is set out, what came of it stands here against what was expected."
      order={({ projection }) => projection.state.closedOn ?? ''}
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
