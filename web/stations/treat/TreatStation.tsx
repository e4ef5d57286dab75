import { cautionAt, STAGE_NAMES } from '@chill/core/schedule/words.ts';
import { StationList } from '../../kit/StationList.tsx';

/** What stands on the bench: soaking, being opened, scalded. */
export default function TreatStation() {
  return (
    <StationList
      station="treat"
      title="On the bench"
      sentence={(views) =>
        `${views.length === 1 ? 'One batch is' : `${views.length} batches are`} soaking or being opened. Water without air drowns seed: a day is long.`
      }
      empty="Nothing is soaking, being opened or scalded today."
      figure={(view) => {
        const stage = view.projection.stages[view.projection.state.stage];
        return stage ? (
          <span className="text-[0.95rem] text-ink2">
            {view.batch.plan.seeds} seeds, {STAGE_NAMES[stage.kind]}. {cautionAt(stage.kind)}
          </span>
        ) : null;
      }}
    />
  );
}
