import type { SeedForm } from '@chill/model/species.ts';
import { say } from '@chill/words/drawings.ts';
import { worded } from '@chill/words/tables.ts';
import { useId } from 'react';
import { seedOutline } from './seedShape.ts';

/** How far a coat is opened. */
export type Opened = 'tooLittle' | 'right' | 'tooFar';

const NAMES: Record<Opened, string> = worded(say, {
  tooLittle: 'tooLittle',
  right: 'rightStop',
  tooFar: 'tooFar',
});
const SAID: Record<Opened, string> = worded(say, {
  tooLittle: 'scratchedStillDark',
  right: 'paleSpeckShows',
  tooFar: 'cutTooDeep',
});

/** Where the scar of a seed lies, as parts of its length and width, and where to open it: the far side of the widest part. */
const SCAR: Partial<Record<SeedForm['shape'], [number, number]>> = { kidney: [0.52, 0.8], bean: [0.46, 0.92] };
const SCAR_AT_THE_POINT: [number, number] = [0.03, 0.5];

/** This seed, drawn from its own measurements: where to open it, away from the scar, and what it should look like. */
export function CoatPicture({ seed, opened, width }: { seed: SeedForm; opened: Opened; width: number }) {
  const clip = useId();
  const { length_mm: l, width_mm: w } = seed;
  const scale = Math.min(width / (l * 1.5), (width * 0.62) / (w * 1.1));
  const height = w * scale + 44;
  const [sx, sy] = (SCAR[seed.shape] ?? SCAR_AT_THE_POINT) as [number, number];
  const atPoint = sx < 0.1;
  // Opened where the scar and the root beneath it are far: the blunt end, or the back.
  const [ox, oy] = atPoint ? [0.97, 0.42] : [0.5, 0.02];
  const reach = (opened === 'tooLittle' ? 0.1 : opened === 'right' ? 0.17 : 0.42) * Math.min(l, w);
  const colour = `var(--seed-${seed.colour})`;
  return (
    <figure className="min-w-0">
      <svg
        viewBox={`${-(width - l * scale) / 2} -26 ${width} ${height}`}
        className="block w-full"
        role="img"
        aria-label={`${NAMES[opened]}: ${SAID[opened]}`}
      >
        <g transform={`scale(${scale})`} strokeLinejoin="round">
          <clipPath id={clip}>
            <path d={seedOutline(seed)} />
          </clipPath>
          <path d={seedOutline(seed)} fill={colour} stroke="var(--seed-edge)" strokeWidth={1.4 / scale} />
          <g clipPath={`url(#${clip})`}>
            {opened === 'tooFar' && <ellipse cx={l * 0.55} cy={w * 0.5} rx={l * 0.34} ry={w * 0.32} fill="#f3ead0" opacity={0.35} />}
            <circle cx={ox * l} cy={oy * w} r={reach * 1.35} fill="var(--seed-edge)" opacity={opened === 'tooLittle' ? 0.35 : 0.55} />
            {opened !== 'tooLittle' && (
              <circle cx={ox * l} cy={oy * w} r={reach} fill="#f6efd9" stroke="var(--seed-edge)" strokeWidth={0.6 / scale} />
            )}
            {opened === 'tooFar' && <circle cx={ox * l} cy={oy * w} r={reach * 0.55} fill="#d7e3b4" />}
            {opened === 'tooLittle' &&
              [-0.5, 0, 0.5].map((k) => (
                <line
                  key={k}
                  x1={(ox - 0.07) * l}
                  x2={(ox + 0.07) * l}
                  y1={(oy + 0.05) * w + k * reach}
                  y2={(oy - 0.05) * w + k * reach}
                  stroke="#e8dcc0"
                  strokeWidth={0.9 / scale}
                />
              ))}
          </g>
          {/* The scar: a pale oval with a dark rim. */}
          <ellipse
            cx={sx * l}
            cy={sy * w}
            rx={atPoint ? 1.6 / scale : l * 0.07}
            ry={atPoint ? w * 0.09 : 1.8 / scale}
            fill="#efe3c8"
            stroke="var(--seed-edge)"
            strokeWidth={1.1 / scale}
          />
        </g>
        {opened === 'right' && (
          <g stroke="var(--color-ink)" fill="var(--color-ink)" strokeWidth={1.3}>
            <text
              x={sx * l * scale - (atPoint ? 6 : 0)}
              y={atPoint ? -10 : w * scale + 16}
              textAnchor={atPoint ? 'start' : 'middle'}
              className="drawn-note"
              stroke="none"
            >
              {say('scar')}
            </text>
            <text x={ox * l * scale} y={-12} textAnchor="middle" className="drawn-note" stroke="none">
              {say('here')}
            </text>
          </g>
        )}
      </svg>
      <figcaption className="text-center text-[0.92rem] leading-tight">
        <b className={opened === 'right' ? '' : 'font-medium text-ink2'}>{NAMES[opened]}</b>
        <br />
        <span className="text-ink2">{SAID[opened]}</span>
      </figcaption>
    </figure>
  );
}
