import type { Proposal } from '@chill/core/methods/proposal.ts';
import { type Weighed, weighMethods } from '@chill/core/methods/propose.ts';
import { isControl } from '@chill/core/methods/schools.ts';
import { whatWouldChange } from '@chill/core/methods/whatChanges.ts';
import { reasonForFirst } from '@chill/core/tell/reasonForFirst.ts';
import { say } from '@chill/words/plan.ts';
import { spoken } from '@chill/words/subject.ts';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useAsPlanned, useLearned } from '../../data/learned.ts';
import { useNursery } from '../../data/nursery.ts';
import { stationOf } from '../../data/stations.ts';
import { useRequest } from '../../data/useRequest.ts';
import { useAtRest } from '../../kit/page/useAtRest.ts';
import { BatchLine } from '../../parts/BatchLine.tsx';
import { ByHandbookSoFar } from '../../parts/ByHandbookSoFar.tsx';
import { SpringLink } from '../../parts/SpringLink.tsx';
import { HowLong } from './HowLong.tsx';
import { AxisMonths, axisOf, PATH_WIDTH } from './MethodPath.tsx';
import { MethodRow } from './MethodRow.tsx';
import { SplitTrial } from './SplitTrial.tsx';
import { useWish } from './useWish.ts';
import { WishSentence } from './WishSentence.tsx';

const NOTHING_WEIGHED: Weighed = { offered: [], set_aside: [], none: [] };

/** The methods that suit a lot, side by side, for what the grower wants. Computed here, at every keystroke. */
export default function PlanStation() {
  const { lots, today, batches, handbook } = useNursery();
  const { wording, wish, change: changeWish } = useWish();
  const [query] = useSearchParams();
  const [opened, setOpened] = useState<string | undefined>(query.get('method') ?? undefined);
  const lot = lots.find((one) => one.id === wording.lotId);
  const known = useLearned();
  const species = useAsPlanned(
    handbook.find((one) => one.id === lot?.speciesId),
    lot,
  );
  const request = useRequest(lot, species, wish);
  const weighed = useMemo(() => (request ? weighMethods(request) : NOTHING_WEIGHED), [request]);
  // Asked once the hand rests: it weighs the neighbouring wishes too.
  const settled = useAtRest(request);
  const change = useMemo(() => (settled ? whatWouldChange(settled) : undefined), [settled]);
  const { offered, set_aside, none } = weighed;
  const proposals = [...offered, ...set_aside];

  if (!lot || !species) {
    return (
      <section className="px-4 pt-5 desk:px-10">
        <h1>{say('plan')}</h1>
        <p className="mt-3 max-w-prose text-lg">{say('planNeedsALot')}</p>
        <Link to="/seeds/new" className="action mt-4">
          {say('addLot')}
        </Link>
      </section>
    );
  }
  const first = reasonForFirst(offered, lot.unassigned);
  const axis = axisOf(offered, today);
  const shown = proposals.some((one) => one.method.id === opened) ? opened : undefined;
  const planned = batches.filter((view) => stationOf(view) === 'plan');
  const row = (proposal: Proposal, isFirst: boolean) => (
    <MethodRow
      key={proposal.method.id}
      proposal={proposal}
      first={isFirst}
      open={shown === proposal.method.id}
      toggle={() => setOpened(shown === proposal.method.id ? undefined : proposal.method.id)}
      axis={axis}
      lot={lot}
      species={species}
      learned={known?.learned.get(species.id)?.learned}
      settled={known?.done === true}
      wish={wish}
      request={request}
    />
  );
  return (
    <section className="px-4 pt-5 desk:px-10">
      <WishSentence wording={wording} wish={wish} change={changeWish} lot={lot} species={species} />
      <ByHandbookSoFar />
      {first && (
        <p className="mt-4 max-w-[70rem] border-l-4 border-ink pl-3">
          <b>{say('first', { name: proposals[0]?.method.name })}</b> {spoken(first.reason)}{' '}
          {settled === request && <span className="text-ink2">{spoken(change ?? first.change)}</span>}
        </p>
      )}
      <div className="mt-4">
        <div
          className="hidden grid-cols-[13rem_minmax(0,1fr)_6.5rem_8rem_17rem] items-end gap-x-4 px-2 pb-1 text-[0.92rem] text-ink2 desk:grid"
          aria-hidden="true"
        >
          <span>{say('method')}</span>
          <AxisMonths axis={axis} width={PATH_WIDTH} />
          <span className="whitespace-nowrap">{say('seedsStart')}</span>
          <span>{say('plantsToCome')}</span>
          <span>{say('drawbacksHere')}</span>
        </div>
        <ol aria-label={say('methodsBestFirst')}>{offered.map((proposal, i) => row(proposal, i === 0))}</ol>
        {set_aside.length + none.length > 0 && (
          <details className="border-t border-line">
            <summary className="quiet cursor-pointer list-none">
              {say('moreDoNotSuit', { methods: set_aside.length + none.length })}
            </summary>
            {set_aside.length > 0 && <ol aria-label={say('methodsDoNotSuit')}>{set_aside.map((proposal) => row(proposal, false))}</ol>}
            <ul className="max-w-3xl">
              {none.map(({ name, reason }) => (
                <li key={name} className="border-t border-line px-2 py-2">
                  <b className="font-[620] text-ink2">{name}</b>: {reason}
                </li>
              ))}
            </ul>
          </details>
        )}
      </div>
      <p className="mt-6 flex flex-wrap gap-x-8">
        <Link to="/plan/season" className="quiet">
          {say('seasonLink')}
        </Link>
        <SpringLink />
      </p>
      <HowLong species={species} />
      {wish && request && (
        <SplitTrial
          key={lot.id}
          proposals={[...offered, ...set_aside.filter(({ method }) => isControl(method))]}
          lot={lot}
          wish={wish}
          request={request}
        />
      )}
      {planned.length > 0 && (
        <section className="mt-10 max-w-4xl">
          <h2>{say('plannedNotBegun')}</h2>
          <ul className="mt-2">
            {planned.map((view) => (
              <li key={view.batch.id}>
                <BatchLine view={view} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </section>
  );
}
