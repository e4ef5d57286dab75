import { shortDate } from '@chill/core/calendar/dates.ts';
import { type Came, compared } from '@chill/core/planning/compare.ts';
import type { SeasonPlan } from '@chill/model/seasonPlan.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { worded } from '@chill/words/tables.ts';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { undoSeason, useSeasons } from '../../data/seasons.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { Tag } from '../../kit/told/Tag.tsx';

const DANGERS = worded(say, { left: 'dangerLeft', late: 'dangerLate', short: 'dangerShort', mayBeShort: 'dangerMayBeShort' });

/** The season that was just accepted: its labels, and its one undo. */
export function JustAccepted({ made, undone }: { made: readonly string[] | undefined; undone: () => void }) {
  const latest = useSeasons()?.find((one) => !one.undone);
  if (!latest || !made) return null;
  return (
    <div className="screen-only mt-2 flex flex-wrap items-baseline gap-x-6" role="status">
      <b className="font-[620]">{say('accepted', { count: made.length })}</b>
      <Link to={`/labels?of=${made.join(',')}`} className="quiet">
        {say('printLabels')}
      </Link>
      <UndoSeason plan={latest} undone={undone} />
    </div>
  );
}

/** Takes a season back in one; refused, with the codes, once some of its batches have begun. */
function UndoSeason({ plan, undone }: { plan: SeasonPlan; undone?: () => void }) {
  const { today } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const undo = () =>
    attempt(async () => {
      await undoSeason(plan.id);
      undone?.();
    });
  return (
    <>
      <button
        type="button"
        className="quiet"
        disabled={busy}
        aria-label={say('undoSeason', { on: shortDate(plan.on, today) })}
        onClick={undo}
      >
        {say('undo')}
      </button>
      <Problem>{problem}</Problem>
    </>
  );
}

/** Seasons that were accepted, each against what came of it so far; what is in danger first. */
export const SeasonsAccepted = memo(function SeasonsAccepted() {
  const plans = useSeasons()?.filter(({ undone }) => !undone) ?? [];
  if (plans.length === 0) return null;
  return (
    <section className="mt-8 max-w-5xl">
      <h2>{say('acceptedSeasons')}</h2>
      {plans.map((plan, i) => (
        <AcceptedSeason key={plan.id} plan={plan} open={i === 0} />
      ))}
    </section>
  );
});

function AcceptedSeason({ plan, open }: { plan: SeasonPlan; open: boolean }) {
  const { batches, today } = useNursery();
  const came = useMemo(() => compared(plan, batches), [plan, batches]);
  const endangered = came.filter(({ danger }) => danger);
  return (
    <details className="border-t border-line py-2" open={open}>
      <summary className="cursor-pointer list-none">
        <b className="font-[620]">{say('seasonOf', { on: shortDate(plan.on, today), count: plan.promises.length })}</b>{' '}
        <span className={endangered.length > 0 ? 'text-alarm' : 'text-ink2'}>
          {endangered.length > 0 ? say('inDanger', { count: endangered.length }) : say('asPlanned')}
        </span>
      </summary>
      <ul className="mt-1">
        {came.map((one) => (
          <CameLine key={one.planned.promiseId} came={one} />
        ))}
      </ul>
      {endangered.length > 0 && <p className="mt-2 text-ink2">{say('mend')}</p>}
      <div className="screen-only">
        <UndoSeason plan={plan} />
      </div>
    </details>
  );
}

function CameLine({ came: { planned, batches, now, ready, danger } }: { came: Came }) {
  const { handbook, today } = useNursery();
  const species = handbook.find(({ id }) => id === planned.speciesId)?.common[0] ?? planned.speciesId;
  const { expects } = planned;
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-t border-line py-1.5">
      <b className="font-[560]">{planned.whom}</b>
      <span className="text-[0.95rem] text-ink2">
        {say('plantsBy', { plants: planned.plants, species, on: shortDate(planned.on, today) })}
      </span>
      {batches.map(({ batch }) => (
        <Link key={batch.id} to={`/batch/${batch.code}`} className="underline-offset-4 hover:underline">
          <Tag code={batch.code} />
        </Link>
      ))}
      {expects && planned.ready && (
        <span className="text-[0.95rem] text-ink2">
          {say('planned', { range: `${expects.low}–${expects.high}`, ready: shortDate(planned.ready, today) })}
        </span>
      )}
      {now && ready ? (
        <span className="text-[0.95rem]">{say('nowIs', { range: `${now.low}–${now.high}`, ready: shortDate(ready, today) })}</span>
      ) : (
        planned.batchIds.length > 0 && <span className="text-[0.95rem] text-ink2">{say('noLongerInHand')}</span>
      )}
      {danger && <b className="font-semibold text-alarm">{DANGERS[danger]}</b>}
    </li>
  );
}
