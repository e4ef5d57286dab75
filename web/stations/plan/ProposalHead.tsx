import { shortDate } from '@chill/core/calendar/dates.ts';
import { seasonToAccept, tally } from '@chill/core/planning/proposed.ts';
import { LOT_RULES } from '@chill/core/planning/season.ts';
import { overfilled } from '@chill/core/season/crowding.ts';
import type { Stay } from '@chill/core/season/stays.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/seasonPlan.ts';
import { worded } from '@chill/words/tables.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { newId } from '../../browser/newId.ts';
import { useNursery } from '../../data/nursery.ts';
import { acceptSeason } from '../../data/seasons.ts';
import { useAttempt } from '../../kit/fields/useAttempt.ts';
import { Problem } from '../../kit/told/Problem.tsx';
import { proposalCsv } from './proposalCsv.ts';
import { isKept, type SeasonPlanning } from './useSeasonPlan.ts';

const RULES = worded(say, { oldest: 'oldest', apart: 'apart', mixed: 'mixed' });

/** Where nothing is proposed yet: what needs planning, and the button that plans it. While it is planned, how far that is; then how good it is. */
export function ProposalHead({
  plan,
  lying,
  accepted,
}: {
  plan: SeasonPlanning;
  /** What lies there by now. */
  lying: readonly Stay[];
  accepted: (codes: string[]) => void;
}) {
  const { today, handbook, lots, places } = useNursery();
  const { attempt, problem, busy } = useAttempt();
  const { planning, proposals, held, wanted } = plan;
  const withdraw = planning?.season.withdraw;
  // The same proposal is sent under the same names, however often: whoever loses the answer makes nothing twice.
  const toAccept = useMemo(() => seasonToAccept(proposals, { today, withdraw: withdraw ?? [] }, newId), [proposals, today, withdraw]);
  if (wanted === undefined) return null;
  const choices = (
    <>
      {plan.movable > 0 && (
        <label className="flex min-h-11 items-center gap-x-2 text-[0.95rem] text-ink2">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-ink"
            checked={held.mayMove}
            onChange={({ target }) => plan.letMove(target.checked)}
          />
          {say('mayMove', { count: plan.movable })}
        </label>
      )}
      <label className="flex max-w-full items-baseline gap-x-2 text-[0.95rem] text-ink2 max-desk:flex-wrap desk:whitespace-nowrap">
        {say('lots')}
        <select
          className="written w-auto max-w-full min-w-0 max-desk:w-full"
          value={held.lotRule}
          onChange={({ target }) => plan.chooseLots(target.value as (typeof LOT_RULES)[number])}
        >
          {LOT_RULES.map((one) => (
            <option key={one} value={one}>
              {RULES[one]}
            </option>
          ))}
        </select>
      </label>
    </>
  );
  if (!planning)
    return (
      <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
        {wanted > 0 ? (
          <>
            <button type="button" className="action" onClick={plan.plan}>
              {say('plan')}
            </button>
            <p>{say('wanted', { count: wanted })}</p>
            {choices}
          </>
        ) : (
          <>
            <p className="text-ink2">
              {say('allCovered')}{' '}
              <Link to="/pots/promises" className="underline underline-offset-4">
                {say('promiseThem')}
              </Link>
            </p>
            {plan.movable > 0 && choices}
          </>
        )}
      </div>
    );
  const made = proposals.filter(isKept).flatMap(({ kept }) => kept.parts);
  const accept = () =>
    attempt(async () => {
      const [full] = overfilled(
        places,
        proposals.flatMap(({ kept }) => kept?.stays ?? []),
        lying,
        today,
      );
      if (full) return refusal(say.of('filledMeanwhile', { place: full.place.name, on: shortDate.of(full.from, today) }));
      const batches = await acceptSeason(toAccept);
      plan.discard();
      accepted(batches.map(({ code }) => code));
    });
  const { kept, partly, left } = tally(proposals);
  const table = proposalCsv(proposals, { species: handbook, lots });
  return (
    <div className="mt-3" role="status">
      <p className="text-[1.15rem] font-[560]">
        {proposals.length > 0 && (
          <>
            {say('keptOf', { kept, all: proposals.length })}
            {partly > 0 && `, ${say('partly', { partly })}`}
            {left > 0 && <span className="text-alarm">{`, ${say('left', { left })}`}</span>}.{' '}
          </>
        )}
        <span className="text-base font-normal text-ink2">{howGood(plan)}</span>
      </p>
      <div className="screen-only mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        {/* In a place of its own: whoever presses Stop as the plan is done must not accept it. */}
        <button
          type="button"
          className="action"
          disabled={busy || made.length === 0 || planning.running || !planning.fresh || plan.moving !== undefined}
          onClick={accept}
        >
          {say('accept', { count: made.length })}
        </button>
        {planning.running && (
          <button key="stop" type="button" className="quiet font-semibold" onClick={plan.stop}>
            {say('stop')}
          </button>
        )}
        <button type="button" className="quiet" onClick={plan.plan}>
          {say('planAgain')}
        </button>
        <button type="button" className="quiet" onClick={plan.discard}>
          {say('discard')}
        </button>
        <a className="quiet" download={`season-${today}.csv`} href={`data:text/csv;charset=utf-8,${encodeURIComponent(table)}`}>
          {say('csv')}
        </a>
        {choices}
      </div>
      <Problem>{planning.failed ? say('failed') : problem}</Problem>
    </div>
  );
}

/** Less than this no one would plan again for. */
const AS_GOOD = 0.005;

function howGood({ planning, held }: SeasonPlanning): string {
  if (!planning || planning.failed) return '';
  const { gap, running, stopped, fresh } = planning;
  const share = gap === undefined ? undefined : `${Math.max(0.1, Math.round(gap * 1000) / 10)} %`;
  if (running) return share ? `${say('planning')} ${say('gap', { share })}` : say('planning');
  if (stopped && !fresh) return say('stoppedEarly');
  if (stopped) return share ? say('gapStopped', { share }) : '';
  const chosen = held.pinned.length + held.without.length > 0;
  return gap !== undefined && gap < AS_GOOD ? say(chosen ? 'bestHeld' : 'best') : share ? say('gap', { share }) : '';
}
