import { Rich } from '@chill/words/rich.tsx';
import { say } from '@chill/words/seeds.ts';
import { shown } from '@chill/words/subject.ts';
import { useId } from 'react';
import { Link } from 'react-router';
import type { BatchView, LotView } from '../../data/nursery.ts';
import { BarPatterns } from '../../kit/drawn/BarPatterns.tsx';

interface Part {
  key: string;
  seeds: number;
  name: string;
  fill: 'ink' | 'pale' | 'hatch' | 'dots';
  code?: string;
}

/** Where every seed of a lot is: in the drawer, in each of its batches, cut, sorted out, given away. One bar, and the same in words. */
export function LotBar({ lot, batches }: { lot: LotView; batches: readonly BatchView[] }) {
  const id = useId();
  const { drawer, tested, rejected, givenAway, total } = lot.state;
  const parts: Part[] = [
    { key: 'drawer', seeds: drawer, name: say('stock'), fill: 'pale' as const },
    ...batches.map(({ batch, projection }) => ({
      key: batch.id,
      // What was split off it is shown as the batch that it became; what was withdrawn is in stock.
      seeds: batch.plan.seeds - projection.state.counts.movedOn - projection.state.counts.returned,
      name: batch.purpose === 'test' ? say('test') : batch.plan.method.name.toLowerCase(),
      fill: 'ink' as const,
      code: batch.code,
    })),
    { key: 'tested', seeds: tested, name: say('cutTest'), fill: 'hatch' as const },
    { key: 'rejected', seeds: rejected, name: say('sortedOut'), fill: 'hatch' as const },
    { key: 'given', seeds: givenAway, name: say('givenAway'), fill: 'dots' as const },
  ].filter(({ seeds }) => seeds > 0);
  const fills = {
    ink: 'color-mix(in oklab, var(--color-ink) 62%, var(--color-ground))',
    pale: 'color-mix(in oklab, var(--color-ink) 16%, var(--color-ground))',
    hatch: `url(#${id}hatch)`,
    dots: `url(#${id}dots)`,
  };
  let x = 0;
  return (
    <div>
      <svg viewBox="0 0 400 26" preserveAspectRatio="none" className="block h-8 w-full" aria-hidden="true">
        <BarPatterns id={id} />
        {parts.map(({ key, seeds, fill }) => {
          const width = (seeds / total) * 400;
          const start = x;
          x += width;
          return <rect key={key} x={start} y={0} width={Math.max(1, width - 1.5)} height={26} fill={fills[fill]} />;
        })}
      </svg>
      <p className="mt-1.5">
        <Rich say={say} of="seedsAll" facts={{ total }} parts={{ b: <b /> }} />
      </p>
      <ul className="grid gap-x-8 sm:grid-cols-2">
        {parts.map(({ key, seeds, name, code }) => (
          <li key={key} className="flex items-baseline gap-2 border-b border-line py-1.5">
            <b className="w-14 text-right font-mono">{shown(seeds)}</b>
            <span className="min-w-0">
              {code && (
                <Link to={`/batch/${code}`} className="code underline underline-offset-4">
                  {code}
                </Link>
              )}{' '}
              {name}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
