import { FATES, type Fate, type Outcome } from '@chill/model/outcome.ts';
import { say } from '@chill/words/results.ts';
import { worded } from '@chill/words/tables.ts';
import { scaleLinear } from 'd3-scale';
import { useId } from 'react';
import { BarPatterns } from '../kit/drawn/BarPatterns.tsx';

/** What became of seeds, as it is called. */
export const FATE_NAMES = worded(say, {
  plants: 'plantsFate',
  thinned: 'thinnedFate',
  lostInPots: 'lostInPotsFate',
  lostSprouted: 'lostSproutedFate',
  neverSprouted: 'neverSproutedFate',
  mouldy: 'mouldyFate',
  broken: 'brokenFate',
  floatedOff: 'floatedOffFate',
  tested: 'testedFate',
  heldOver: 'heldOverFate',
  bagLost: 'bagLostFate',
  givenAway: 'givenAwayFate',
  movedOn: 'movedOnFate',
});

const ink = (percent: number) => `color-mix(in oklab, var(--color-ink) ${percent}%, var(--color-ground))`;
/** The nearer to a plant, the deeper the ink; mould is the alarm; what was used or went elsewhere is hatched or dotted. */
const FILL: Record<Fate, string> = {
  plants: 'var(--color-ink)',
  lostInPots: ink(52),
  lostSprouted: ink(34),
  neverSprouted: ink(14),
  mouldy: 'var(--color-alarm)',
  thinned: 'dots',
  heldOver: 'dots',
  bagLost: 'hatch',
  broken: 'hatch',
  floatedOff: 'hatch',
  tested: 'hatch',
  givenAway: 'dots',
  movedOn: 'dots',
};

const WIDTH = 400;
const BAR = { top: 11, height: 14 };

/** Where seeds went, in one bar: what became a plant from the left, under a bracket over as many as were promised, where that was one promise. */
export function FateBar({
  outcome: { seeds, went, promised },
}: {
  outcome: Pick<Outcome, 'seeds' | 'went'> & Partial<Pick<Outcome, 'promised'>>;
}) {
  const id = useId();
  const x = scaleLinear([0, Math.max(1, seeds)], [0, WIDTH]).clamp(true);
  let at = 0;
  return (
    <svg viewBox={`0 0 ${WIDTH} 28`} preserveAspectRatio="none" className="block h-7 w-full" aria-hidden="true">
      <BarPatterns id={id} />
      <rect x={0} y={BAR.top} width={WIDTH} height={BAR.height} fill="none" stroke="var(--color-line)" vectorEffect="non-scaling-stroke" />
      {FATES.map((fate) => {
        const count = went[fate] ?? 0;
        const start = at;
        at += count;
        if (count === 0) return null;
        const fill = FILL[fate];
        return (
          <rect
            key={fate}
            x={x(start)}
            y={BAR.top}
            width={Math.max(1.5, x(start + count) - x(start) - 1)}
            height={BAR.height}
            fill={fill.length < 6 ? `url(#${id}${fill})` : fill}
          />
        );
      })}
      {promised && (
        <path
          d={`M${x(promised.low)} ${BAR.top - 2}V4H${Math.max(x(promised.high), x(promised.low) + 2)}V${BAR.top - 2}`}
          fill="none"
          stroke="var(--color-ink2)"
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}

/** "9 days late", "on time"; nothing where no day is known. */
export const lateSaid = (days: number | undefined): string =>
  days === undefined ? '' : days > 0 ? say('late', { count: days }) : days < 0 ? say('early', { count: -days }) : say('onTime');

/** The same in words: "28 plants · 4 mouldy · 8 never sprouted". */
export const fatesSaid = ({ went }: Pick<Outcome, 'went'>): string =>
  FATES.flatMap((fate) => (went[fate] ? [`${went[fate]} ${FATE_NAMES[fate]}`] : [])).join(' · ');
