import { shortDate } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { undoSeason, useSeasons } from '../../data/seasons.ts';
import { Problem } from '../../kit/Problem.tsx';
import { useAttempt } from '../../kit/useAttempt.ts';

/** The season that was just accepted: its labels, and its one undo. */
export function SeasonsAccepted({ made }: { made: readonly string[] | undefined }) {
  const { today } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const latest = useSeasons()?.find(({ undone }) => !undone);
  if (!latest || !made) return <Problem>{problem}</Problem>;
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-x-6" role="status">
      <b className="font-[620]">{say('accepted', { count: made.length })}</b>
      <Link to={`/labels?of=${made.join(',')}`} className="quiet">
        {say('printLabels')}
      </Link>
      <button
        type="button"
        className="quiet"
        disabled={busy}
        aria-label={say('undoSeason', { on: shortDate(latest.on, today) })}
        onClick={() => attempt(() => undoSeason(latest.id))}
      >
        {say('undo')}
      </button>
      <Problem>{problem}</Problem>
    </div>
  );
}
