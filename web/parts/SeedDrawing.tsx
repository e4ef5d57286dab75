import type { SeedForm } from '@chill/model/species.ts';
import { say } from '@chill/words/kit.ts';
import { useId } from 'react';
import { seedOutline, wingOutline } from './seedShape.ts';

/** CSS pixels to a millimetre, as screens define them: 96 to an inch. */
const PX_PER_MM = 96 / 25.4;

/** How much larger than life a seed is drawn so that it can be seen: a round figure, said beside it. */
export function enlargement(seed: SeedForm, room_px: number): number {
  // The rule under it runs on to a whole millimetre.
  const whole = Math.ceil(seed.length_mm + (seed.wing_mm ?? 0)) * PX_PER_MM;
  const fit = room_px / whole;
  return [40, 30, 20, 15, 10, 8, 6, 5, 4, 3, 2, 1.5, 1].find((factor) => factor <= fit) ?? 1;
}

/** A seed drawn from its measurements on a millimetre rule. */
export function SeedDrawing({ seed, room = 170, rule = true }: { seed: SeedForm; room?: number; rule?: boolean }) {
  const clip = useId();
  const scale = enlargement(seed, room - 18);
  const mm = scale * PX_PER_MM;
  const across = seed.length_mm + (seed.wing_mm ?? 0);
  const outline = seedOutline(seed);
  const wing = wingOutline(seed);
  const ticks = Math.ceil(across) + 1;
  const width = Math.max(across, ticks - 1) * mm + 18;
  const height = seed.width_mm * mm * 1.14 + (rule ? 26 : 6);
  const colour = `var(--seed-${seed.colour})`;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`-6 -${seed.width_mm * mm * 0.12 + 2} ${width} ${height}`}
      role="img"
      aria-label={say('seedDrawnToScale', { length: seed.length_mm, width: seed.width_mm, scale })}
    >
      <g transform={`scale(${mm})`} strokeLinejoin="round">
        {wing && <path d={wing} fill={colour} fillOpacity={0.25} stroke={colour} strokeWidth={0.7 / mm} />}
        <clipPath id={clip}>
          <path d={outline} />
        </clipPath>
        <path d={outline} fill={colour} stroke="var(--seed-edge)" strokeWidth={1.2 / mm} />
        <g clipPath={`url(#${clip})`} stroke="var(--seed-edge)" fill="var(--seed-edge)" strokeWidth={0.9 / mm} opacity={0.5}>
          <Texture seed={seed} hair={0.9 / mm} />
        </g>
        <path
          d={`M ${seed.length_mm * 0.2} ${seed.width_mm * 0.3} Q ${seed.length_mm * 0.45} ${seed.width_mm * 0.12} ${seed.length_mm * 0.75} ${seed.width_mm * 0.25}`}
          fill="none"
          stroke="#fff"
          strokeOpacity={0.35}
          strokeWidth={2 / mm}
          strokeLinecap="round"
        />
      </g>
      {rule && (
        <g stroke="var(--color-ink3)" strokeWidth={1} transform={`translate(0 ${seed.width_mm * mm + 8})`}>
          <line x1={0} x2={(ticks - 1) * mm} y1={0} y2={0} />
          {numbersTo(ticks).map((tick) => (
            <line key={tick} x1={tick * mm} x2={tick * mm} y1={0} y2={tick % 5 === 0 ? 10 : 5} />
          ))}
        </g>
      )}
    </svg>
  );
}

function Texture({ seed, hair }: { seed: SeedForm; hair: number }) {
  const { length_mm: l, width_mm: w, texture, colour } = seed;
  if (texture === 'ribbed' || texture === 'keeled') {
    const ribs = texture === 'keeled' ? [0.5] : [0.2, 0.4, 0.6, 0.8];
    return ribs.map((at) => (
      <path key={at} d={`M 0 ${w * 0.5} C ${l * 0.3} ${w * (at - 0.06)}, ${l * 0.7} ${w * (at - 0.06)}, ${l} ${w * 0.5}`} fill="none" />
    ));
  }
  const spots = texture === 'pitted' ? 26 : texture === 'rough' ? 44 : texture === 'hairy' ? 30 : colour === 'mottled' ? 14 : 0;
  return numbersTo(spots).map((i) => {
    // A golden-angle scatter covers an oval evenly without looking like a grid.
    const r = Math.sqrt((i + 0.5) / spots);
    const x = l * (0.5 + 0.48 * r * Math.cos(i * 2.39996));
    const y = w * (0.5 + 0.48 * r * Math.sin(i * 2.39996));
    const size = colour === 'mottled' && texture === 'smooth' ? hair * 2.4 : hair * 0.9;
    return texture === 'hairy' ? (
      <line key={i} x1={x} y1={y} x2={x + hair * 5} y2={y - hair * 2} />
    ) : (
      <circle key={i} cx={x} cy={y} r={size} stroke="none" />
    );
  });
}

function numbersTo(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i);
}
