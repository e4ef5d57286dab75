import { daysBetween } from '@chill/core/calendar/dates.ts';
import { isWithdrawn } from '@chill/core/ledger/states.ts';
import { cameUp } from '@chill/core/results/cameUp.ts';
import { lateBy } from '@chill/core/results/judged.ts';
import { outcomeOf } from '@chill/core/results/outcome.ts';
import { stageName } from '@chill/core/tell/words.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/fit.ts';
import { useMemo, useState } from 'react';
import { type BatchView, useNursery } from '../data/nursery.ts';
import { FateBar, fatesSaid, lateSaid } from './FateBar.tsx';
import { FittedSprouting } from './FittedSprouting.tsx';

/** What came of a closed batch: where its seeds went, how long its stages took; and of any batch in the warmth its germination as a law. */
export function WhatCame({ view }: { view: BatchView }) {
  const { today } = useNursery();
  const [open, setOpen] = useState(false);
  const outcome = useMemo(() => outcomeOf(view, today), [view, today]);
  const { sprouting, went, seeds, promised } = outcome;
  const up = cameUp(outcome);
  if (view.batch.purpose === 'test' || isWithdrawn(view.projection.state)) return null;
  return (
    <>
      {view.projection.state.closedOn && (
        <section className="mt-6">
          <h2>{say('whatCame')}</h2>
          <FateBar outcome={outcome} />
          <p>{say('wentOf', { plants: went.plants ?? 0, seeds, low: promised.low, high: promised.high })}</p>
          <p className="text-[0.95rem] text-ink2">{fatesSaid(outcome)}</p>
          {up && (
            <p className="text-[0.95rem] text-ink2">
              {say('lostInSoil', { ...up, would: Math.round(up.of), lost: Math.round(up.of) - up.came })}
            </p>
          )}
          {outcome.hands && (
            <p className="text-[0.95rem] text-ink2">{say('hands', { names: outcome.hands.map((one) => say('hand', one)).join(', ') })}</p>
          )}
          <Stages outcome={outcome} />
        </section>
      )}
      {sprouting && (
        <details className="mt-4" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
          <summary className="quiet cursor-pointer list-none">{say('title')}</summary>
          {open && <FittedSprouting sprouting={sprouting} name={view.batch.id} />}
        </details>
      )}
    </>
  );
}

function Stages({ outcome: { stages } }: { outcome: Outcome }) {
  return (
    <ul className="mt-2">
      {stages.map((stage, i) => {
        const { kind, planned, was } = stage;
        const took = was && daysBetween(was.start, was.end);
        if (took === undefined) return null;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the stages of a closed batch never change their order.
          <li key={i} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-1 text-[0.95rem]">
            <span>{say('stageTook', { stage: stageName(kind), count: took, planned: daysBetween(planned.start, planned.end) })}</span>
            <span className="text-ink2">{lateSaid(lateBy({ stages: [stage] }))}</span>
          </li>
        );
      })}
    </ul>
  );
}
