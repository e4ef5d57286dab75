import { type Counts, STATES, stateName } from '@chill/core/ledger/states.ts';
import type { SeedState } from '@chill/model/event.ts';
import { say } from '@chill/words/kit.ts';
import { useId } from 'react';
import { BarPatterns } from '../kit/drawn/BarPatterns.tsx';

/** How each state is filled: the further on its way, the deeper the ink; what is lost is only hatched; mould is the alarm. */
const FILL: Record<SeedState, string> = {
  waiting: 'color-mix(in oklab, var(--color-ink) 16%, var(--color-ground))',
  swollen: 'color-mix(in oklab, var(--color-ink) 28%, var(--color-ground))',
  sprouted: 'color-mix(in oklab, var(--color-ink) 48%, var(--color-ground))',
  potted: 'color-mix(in oklab, var(--color-ink) 70%, var(--color-ground))',
  established: 'color-mix(in oklab, var(--color-ink) 85%, var(--color-ground))',
  plantedOut: 'var(--color-ink)',
  heldOver: 'dots',
  tested: 'hatch',
  floatedOff: 'hatch',
  mouldy: 'var(--color-alarm)',
  broken: 'hatch',
  discarded: 'hatch',
  givenAway: 'dots',
  movedOn: 'dots',
  returned: 'dots',
};

/** Every seed of a batch in one bar, and the same in words. */
export function LedgerBar({ counts, seeds }: { counts: Counts; seeds: number }) {
  const id = useId();
  const present = STATES.filter((state) => counts[state] > 0);
  let x = 0;
  return (
    <div>
      <svg viewBox="0 0 400 20" preserveAspectRatio="none" className="block h-6 w-full" aria-hidden="true">
        <BarPatterns id={id} />
        {present.map((state) => {
          const width = (counts[state] / seeds) * 400;
          const fill = FILL[state];
          const start = x;
          x += width;
          return (
            <rect
              key={state}
              x={start}
              y={0}
              width={Math.max(1, width - 1.5)}
              height={20}
              fill={fill.length < 6 ? `url(#${id}${fill})` : fill}
            />
          );
        })}
      </svg>
      <p className="mt-1.5 text-[0.95rem]">
        <b>{say('seeds', { count: seeds })}</b>: {present.map((state) => `${counts[state]} ${stateName(state)}`).join(' · ')}
      </p>
    </div>
  );
}
