import { shortDate } from '@chill/core/calendar/dates.ts';
import { useNursery } from '../../data/nursery.ts';
import { StationList } from '../../kit/StationList.tsx';

/** Everything potted: how many live, against what was wished, and when they may go out. */
export default function PotsStation() {
  const { today } = useNursery();
  return (
    <StationList
      station="pots"
      title="In pots"
      sentence={(views) => {
        const plants = views.reduce((sum, { projection }) => sum + projection.state.counts.potted + projection.state.counts.established, 0);
        return `${plants} seedlings in ${views.length === 1 ? 'one batch' : `${views.length} batches`}. Potted is not yet a plant: count the losses each week.`;
      }}
      empty="Nothing is potted yet."
      figure={({ batch, projection, tasks }) => {
        const { counts } = projection.state;
        const out = tasks.find((task) => task.kind === 'setOut')?.due ?? projection.setOut;
        return (
          <span className="text-[0.95rem]">
            <b className="font-mono text-lg">{counts.potted + counts.established}</b> living of {batch.plan.seeds} seeds begun;{' '}
            {batch.plan.wish.plants} wished for
            <span className="block text-ink2">
              {counts.discarded + counts.broken > 0 && `${counts.discarded + counts.broken} lost · `}set out {shortDate(out, today)}
            </span>
          </span>
        );
      }}
    />
  );
}
