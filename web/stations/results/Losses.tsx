import { mediumName } from '@chill/core/kinds/media.ts';
import { bestChange, type Change, type LossOf, lossesByCause } from '@chill/core/results/losses.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/nextYear.ts';
import { worded } from '@chill/words/tables.ts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useLearned } from '../../data/learned.ts';
import { Tag } from '../../kit/told/Tag.tsx';

const CAUSES = worded(say, {
  mould: 'causeMould',
  notReady: 'causeNotReady',
  notAble: 'causeNotAble',
  notGerminated: 'causeNotGerminated',
  afterSprouting: 'causeAfterSprouting',
  pots: 'causePots',
  broken: 'causeBroken',
  bagLost: 'causeBagLost',
});

/** What is done about each, where no figure says what would have saved how many. */
const ADVICE = worded(say, {
  mould: 'adviseMould',
  notReady: 'adviseNotReady',
  notAble: 'adviseNotAble',
  notGerminated: 'adviseNotGerminated',
  afterSprouting: 'adviseAfterSprouting',
  pots: 'advisePots',
  broken: 'adviseBroken',
  bagLost: 'adviseBagLost',
});

/** So many losses are told. */
const TOLD = 10;

/** The ten largest losses by cause, each with what would have saved most of it, and the one change that would have saved most of all. */
export function Losses({ outcomes }: { outcomes: readonly Outcome[] }) {
  const known = useLearned();
  const losses = useMemo(
    () => (known?.done ? lossesByCause(outcomes, (id) => known.forPlans.find((one) => one.id === id)) : []),
    [outcomes, known],
  );
  const best = bestChange(losses);
  if (known?.done && losses.length === 0) return <p className="text-ink2">{say('noLoss')}</p>;
  return (
    <>
      {best && (
        <p className="max-w-prose text-lg">{say('mostSaved', { change: changeSaid(best.change), saves: Math.round(best.saves) })}</p>
      )}
      <ul className="mt-1 max-w-5xl">
        {losses.slice(0, TOLD).map((loss) => (
          <LossLine
            key={`${loss.outcome.batchId} ${loss.cause}`}
            loss={loss}
            name={known?.handbook.find(({ id }) => id === loss.outcome.speciesId)?.common[0] ?? loss.outcome.speciesId}
          />
        ))}
      </ul>
    </>
  );
}

function LossLine({ loss: { outcome, cause, seeds, change, saves }, name }: { loss: LossOf; name: string }) {
  return (
    <li className="grid break-inside-avoid grid-cols-[4.2rem_minmax(0,1fr)] items-baseline gap-x-3 border-t border-line py-2 desk:grid-cols-[4.5rem_minmax(0,18rem)_minmax(0,1fr)]">
      <Link to={`/batch/${outcome.code}`} className="underline-offset-4 hover:underline">
        <Tag code={outcome.code} />
      </Link>
      <span>
        <b className="font-[560]">{say('lossLine', { seeds, cause: CAUSES[cause] })}</b>
        <span className="block text-[0.92rem] text-ink2">{name}</span>
      </span>
      <span className="text-[0.95rem] text-ink2 max-desk:col-start-2">
        {change ? say('saves', { change: changeSaid(change), saves: Math.round(saves) }) : ADVICE[cause]}
      </span>
    </li>
  );
}

function changeSaid(change: Change): string {
  switch (change.what) {
    case 'medium':
      return say('changeMedium', { medium: mediumName(change.medium) });
    case 'freshEvery':
      return say('changeFresh', { days: change.days });
    case 'cold':
      return say('changeCold', { days: change.days });
  }
}
