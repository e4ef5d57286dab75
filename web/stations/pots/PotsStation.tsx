import { shortDate } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/pots.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useNursery } from '../../data/nursery.ts';
import { StationList } from '../../kit/StationList.tsx';
import { Term } from '../../kit/Term.tsx';

/** Everything potted: how many live, against what was wished, and when they may go out. */
export default function PotsStation() {
  const { today } = useNursery();
  return (
    <StationList
      station="pots"
      title={say('pots')}
      sentence={(views) => {
        const plants = views.reduce((sum, { projection }) => sum + projection.state.counts.potted + projection.state.counts.established, 0);
        return say('seedlingsNotEverySeedlingBecomes', {
          plants,
          how: views.length === 1 ? say('oneBatch') : say('batches', { views: views.length }),
        });
      }}
      empty={say('nothingPottedYet')}
      foot={
        <p className="mt-4 text-[0.95rem] text-ink2">
          <Rich
            say={say}
            of="watchFor"
            parts={{ damping: <Term of="dampingOff">{null}</Term>, hardening: <Term of="hardeningOff">{null}</Term> }}
          />
        </p>
      }
      figure={({ batch, projection, tasks }) => {
        const { counts } = projection.state;
        const out = tasks.find((task) => task.kind === 'plantOut')?.due ?? projection.plantOut;
        return (
          <span className="text-[0.95rem]">
            <Rich
              say={say}
              of="livingSeedsStartedWanted"
              facts={{ potted: counts.potted + counts.established, seeds: batch.plan.seeds, plants: batch.plan.wish.plants }}
              parts={{ b: <b className="font-mono text-lg" /> }}
            />
            <span className="block text-ink2">
              {counts.discarded + counts.broken > 0 && `${say('lost', { discarded: counts.discarded + counts.broken })} `}
              {say('plantOut', { out: shortDate(out, today) })}
            </span>
          </span>
        );
      }}
    />
  );
}
