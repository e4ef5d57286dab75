import { type Piece, pieceOf } from '@chill/core/kinds/media.ts';
import { mediumOf, STAGES } from '@chill/core/kinds/stages.ts';
import { deal } from '@chill/core/results/deal.ts';
import type { Method } from '@chill/model/method.ts';
import { say } from '@chill/words/plan.ts';
import { Rich } from '@chill/words/rich.tsx';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { useArchive } from '../../data/archive.ts';
import { useNursery } from '../../data/nursery.ts';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';
import { BatchLine } from '../../parts/BatchLine.tsx';
import { TrialResult } from '../../parts/TrialResult.tsx';

/** What a handful goes into, by what the seed of its arm lies in first. */
const PIECES = { towel: 'towel', tub: 'tub', tray: 'tray', envelope: 'envelope' } as const satisfies Record<Piece, string>;
const liesFirstIn = ({ stages }: Method): Piece => {
  const first = stages.find(({ kind }) => STAGES[kind].course !== 'bench');
  return first ? pieceOf(mediumOf(first)) : 'towel';
};

/** One trial: its arms, and how its seeds are dealt between them at random. Prints, to be ticked off beside the bag. */
export default function TrialPage() {
  const { trialId } = useParams();
  const { batches } = useNursery();
  const { looking } = useArchive(trialId && `${new URLSearchParams({ trial: trialId })}`);
  const ofTrial = useMemo(() => batches.filter(({ batch }) => batch.trial?.id === trialId), [batches, trialId]);
  const arms = ofTrial.filter(({ batch }) => !batch.from).sort((a, b) => (a.batch.trial?.arm ?? 0) - (b.batch.trial?.arm ?? 0));
  const first = arms[0];
  // Arms that were closed long ago come after those in hand.
  if (looking && arms.length < (first?.batch.trial?.arms ?? 1)) return <Waiting />;
  if (!first?.batch.trial || arms.length < 2) {
    return <NotThere title={say('noSuchTrial')} to="/plan" back={say('plan')} />;
  }
  const { handful, order } = deal(
    arms.map(({ batch }) => batch.plan.seeds),
    first.batch.trial.id,
  );
  const pieceOfArm = (arm: number) => liesFirstIn((arms[arm - 1] ?? first).batch.plan.method);
  const code = (arm: number) => arms[arm - 1]?.batch.code ?? '?';
  return (
    <article className="max-w-4xl px-4 pt-5 desk:px-10">
      <h1>{say('trial', { common: first.species.common[0] })}</h1>
      <p className="text-ink2">{first.batch.trial.name}</p>
      <TrialResult views={ofTrial} />
      <h2 className="mt-6">{say('arms')}</h2>
      <ul className="mt-1">
        {arms.map((view) => (
          <li key={view.batch.id}>
            <p className="mt-2 text-[0.95rem] text-ink2">
              <Rich
                say={say}
                of="armSeedsLabel"
                facts={{
                  arm: view.batch.trial?.control ? say('control') : say('arm', { arm: view.batch.trial?.arm }),
                  seeds: view.batch.plan.seeds,
                }}
                parts={{ to: <Link to={`/batch/${view.batch.code}/label`} className="underline underline-offset-4" /> }}
              />
            </p>
            <ul>
              <li>
                <BatchLine view={view} />
              </li>
              {batches
                .filter(({ batch }) => batch.from && batch.trial?.id === trialId && batch.trial?.arm === view.batch.trial?.arm)
                .map((part) => (
                  <li key={part.batch.id}>
                    <BatchLine view={part} />
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ul>
      <h2 className="mt-8">{say('dealSeeds')}</h2>
      <p className="mt-1 max-w-prose">{handful === 1 ? say('mixAndCountOutOne') : say('mixAndCountOut', { handful })}</p>
      <ol className="mt-3 grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-4">
        {order.map(({ arm, replicate }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the order itself is what is shown, and never changes.
          <li key={i} className="flex items-baseline gap-2 border-b border-line py-1">
            <span className="w-6 text-right text-[0.9rem] text-ink2">{i + 1}</span>
            <span className="code text-lg">{code(arm)}</span>
            <span className="text-[0.9rem] text-ink2">{say(PIECES[pieceOfArm(arm)], { replicate })}</span>
          </li>
        ))}
      </ol>
      <p className="mt-4 max-w-prose text-ink2">{say('treatArmsAlike')}</p>
      <button type="button" className="quiet screen-only mt-2" onClick={() => print()}>
        {say('print')}
      </button>
    </article>
  );
}
