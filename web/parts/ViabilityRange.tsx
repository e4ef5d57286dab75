import { expectedHalfWidth, meanShare, moreToTest, wilsonInterval } from '@chill/core/chance/shares.ts';
import { believedViable, towelEvidence } from '@chill/core/follow/towelTest.ts';
import { testAdvice } from '@chill/core/lot/testPlan.ts';
import { viableShare } from '@chill/core/lot/viability.ts';
import { whyViable } from '@chill/core/tell/explainCounts.ts';
import type { Lot, TowelResult, Viability } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/drawings.ts';
import { WhyNote } from '../kit/told/WhyNote.tsx';

const WIDTH_WANTED = 0.15;

/** What a test, a packet or nothing at all says of how much of a lot is viable: drawn, said, and what would narrow it. */
export function ViableRange({
  viability,
  species,
  towelTests = [],
  lot,
}: {
  viability: Viability;
  species: Species;
  towelTests?: readonly TowelResult[];
  /** The lot that was tested: what its seed brought along. */
  lot?: Lot;
}) {
  const viable = viableShare(viability, species);
  const believed = towelTests.length > 0 ? believedViable(viable, towelEvidence(species, towelTests, viable, lot)) : undefined;
  const range = believed ?? (viability.kind === 'tested' ? wilsonInterval(viability.viable, viability.tested) : undefined);
  const share = range?.share ?? meanShare(viable);
  return (
    <div>
      <svg viewBox="0 0 400 34" className="block w-full max-w-md" role="img" aria-label={said(viability, species)}>
        <line x1={0} x2={400} y1={14} y2={14} stroke="var(--color-ink3)" />
        {[0, 25, 50, 75, 100].map((tick) => (
          <g key={tick}>
            <line x1={tick * 4} x2={tick * 4} y1={11} y2={17} stroke="var(--color-ink3)" />
            <text
              x={tick * 4}
              y={32}
              fontSize={12}
              textAnchor={tick === 0 ? 'start' : tick === 100 ? 'end' : 'middle'}
              fill="var(--color-ink3)"
            >
              {tick}
            </text>
          </g>
        ))}
        {range && (
          <rect x={range.low * 400} width={(range.high - range.low) * 400} y={6} height={16} fill="var(--color-ink)" fillOpacity={0.18} />
        )}
        <line x1={share * 400} x2={share * 400} y1={2} y2={26} stroke="var(--color-ink)" strokeWidth={3} />
      </svg>
      <p className="mt-1">{said(viability, species)}</p>
      {believed && (
        <p className="mt-1">
          {say('viableByTowelToo', {
            towelTests: towelTests.map(({ came, tested }) => say('cameOfTested', { came, tested })).join(', '),
            low: Math.round(believed.low * 100),
            high: Math.round(believed.high * 100),
          })}
        </p>
      )}
      <p className="text-ink2">{narrowing(viability, species)}</p>
      {viability.kind === 'tested' && <WhyNote why={whyViable(viability.viable, viability.tested)} />}
    </div>
  );
}

/** In one line: "7 of 10 viable (40–89 %)". */
export function said(viability: Viability, species: Pick<Species, 'usuallyViable'>): string {
  if (viability.kind === 'tested') {
    const { low, high } = wilsonInterval(viability.viable, viability.tested);
    return say('viable', { viable: viability.viable, tested: viability.tested, low: Math.round(low * 100), high: Math.round(high * 100) });
  }
  if (viability.kind === 'packet') return say('viableByPacket', { percent: viability.percent });
  return say('viableUsually', { usuallyViable: Math.round(species.usuallyViable * 100) });
}

/** What would narrow it, by the test that suits this seed: on a towel, seed that sleeps would look dead. */
function narrowing(viability: Viability, species: Species): string {
  const { by } = testAdvice(species);
  if (viability.kind !== 'tested') return say(by === 'cut' ? 'cutTwentyPlan' : 'testTwentyOnTowel');
  const { viable, tested } = viability;
  const more = moreToTest(viable, tested, WIDTH_WANTED);
  if (more > 0) return say(by === 'cut' ? 'cutMoreNarrows' : 'testMoreNarrows', { more, points: WIDTH_WANTED * 100 });
  return say('knownWellEnough', { expectedHalfWidth: Math.ceil(expectedHalfWidth(viable / tested, tested) * 100) });
}
