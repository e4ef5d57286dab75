import { shortDate } from '@chill/core/calendar/dates.ts';
import { pottedOutOn } from '@chill/core/forecast/project.ts';
import { isStage } from '@chill/core/kinds/stages.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { recordCheck, recordTending } from '@chill/core/record/record.ts';
import { taskKey } from '@chill/core/tasks/task.ts';
import { say } from '@chill/words/pots.ts';
import { Rich } from '@chill/words/rich.tsx';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { toPotNow } from '../../data/lifts.ts';
import { type BatchView, useNursery } from '../../data/nursery.ts';
import { useSights } from '../../data/sights.ts';
import { useRecord } from '../../data/useRecord.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { AnswerControls } from '../../parts/AnswerRow.tsx';
import { type Beside, StationBeside } from '../../parts/StationBeside.tsx';
import { TapRow } from '../../parts/TapRow.tsx';
import { GrowingOn } from './GrowingOn.tsx';

/** Everything potted: how many live, against what was wished; beside it how they are brought on, and whether they are enough. */
export default function PotsStation() {
  const { batches, today } = useNursery();
  const up = batches.reduce((sum, view) => sum + toPotNow(view, today), 0);
  return (
    <StationBeside
      station="pots"
      title={say('pots')}
      sentence={(views) => {
        const plants = views.reduce((sum, { projection }) => sum + livingIn(projection.state.counts), 0);
        return say('seedlingsInBatches', {
          plants,
          batches: views.length,
        });
      }}
      empty={say('nothingPottedYet')}
      aside={
        <p className="mt-3 flex flex-wrap items-center gap-x-6">
          <Link to="/pots/session" className={up > 0 ? 'action' : 'quiet'}>
            {up > 0 ? say('potUpSprouts', { count: up }) : say('pottingSession')}
          </Link>
          <Link to="/pots/promises" className="quiet">
            {say('promises')}
          </Link>
        </p>
      }
      foot={
        <p className="mt-4 text-[0.95rem] text-ink2">
          <Rich
            say={say}
            of="watchFor"
            parts={{ damping: <Term of="dampingOff">{null}</Term>, hardening: <Term of="hardeningOff">{null}</Term> }}
          />
        </p>
      }
      row={(view, beside) => <PotRow view={view} {...beside} />}
      panel={(view) => <GrowingOn view={view} />}
      panelLabel={({ batch }) => say('batchBeside', { code: batch.code })}
    />
  );
}

const livingIn = (counts: BatchView['projection']['state']['counts']) => countIn(counts, ['potted', 'established']);

/** One batch in its pots: the living in one tap when all is well, a loss in another, and whatever else there is to record. */
function PotRow({ view, picked, pick, below }: { view: BatchView } & Beside) {
  const { today } = useNursery();
  const { batch, projection, tasks } = view;
  const { state, plantOut } = projection;
  const out = pottedOutOn(projection);
  const { counts } = state;
  const sights = useSights();
  const { record, problem } = useRecord();
  // While the rest of the batch is somewhere else, a look at the pots is none at that.
  const here = isStage(projection.stages[state.stage]?.kind, ({ course }) => course === 'grows');
  const put = (lost: number) =>
    record(
      batch,
      here
        ? recordCheck(batch, state, { counts: lost > 0 ? { lost } : {} }, today, newId)
        : recordTending('water', lost, state, today, newId),
    );
  return (
    <TapRow
      view={view}
      about={
        <>
          <span className="block">
            <Rich
              say={say}
              of="livingOfStarted"
              facts={{ potted: livingIn(counts), seeds: batch.plan.seeds, plants: batch.plan.wish.plants }}
              parts={{ b: <b className="font-mono text-ink" /> }}
            />
          </span>
          {counts.discarded + counts.broken > 0 && `${say('lost', { discarded: counts.discarded + counts.broken })} `}
          {out === plantOut
            ? say('plantOut', { out: shortDate(out, today) })
            : say('plantOutThese', { out: shortDate(out, today), rest: shortDate(plantOut, today) })}
        </>
      }
      picked={picked}
      pick={pick}
      below={below}
      taps={
        livingIn(counts) > 0
          ? [
              { text: '0', label: say('noneLost', { code: batch.code }), count: 0 },
              { text: '−1', label: say('oneLost', { code: batch.code }), count: 1 },
            ]
          : []
      }
      tapsLabel={say('countPots', { code: batch.code })}
      put={put}
      moreLabel={say('moreToRecord', { code: batch.code })}
      more={
        <>
          {tasks.map((task) => (
            <div key={taskKey(task)} className="mt-2">
              <AnswerControls view={view} task={task} sight={sights[batch.id]} />
            </div>
          ))}
          <Link to={`/batch/${batch.code}`} className="quiet">
            {say('wholeBatch')}
          </Link>
        </>
      }
    >
      <Problem>{problem}</Problem>
    </TapRow>
  );
}
