import type { SeedForm } from '@chill/model/species.ts';
import { say } from '@chill/words/kit.ts';

const WIDTH = 150;
const HEIGHT = 110;
/** What stands above the soil, px. */
const AIR = 30;

/** A sprouted seed at its depth in the mix, root down, to one scale with a millimetre rule. */
export function SeedDepth({ seed, depth }: { seed: Pick<SeedForm, 'length_mm' | 'thickness_mm'>; depth: { from: number; to: number } }) {
  const deepest = Math.max(depth.to, seed.thickness_mm) + seed.thickness_mm * 2;
  const px = (HEIGHT - AIR) / deepest;
  const middle = (depth.from + depth.to) / 2;
  // On the surface half of it stands out.
  const y = AIR + (middle > 0 ? middle * px + (seed.thickness_mm * px) / 2 : 0);
  const [rx, ry] = [(Math.min(seed.length_mm, deepest) * px) / 2, (seed.thickness_mm * px) / 2];
  const marks = Array.from({ length: Math.floor(deepest) + 1 }, (_, mm) => mm).filter((mm) => deepest <= 12 || mm % 5 === 0);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={say('seedAtDepth', { from: round(depth.from), to: round(depth.to) })}
    >
      <rect x={26} y={AIR} width={WIDTH - 26} height={HEIGHT - AIR} fill="var(--color-line)" fillOpacity={0.5} />
      <line x1={26} x2={WIDTH} y1={AIR} y2={AIR} stroke="var(--color-ink2)" strokeWidth={1.5} />
      {marks.map((mm) => (
        <line key={mm} x1={18} x2={mm % 5 === 0 ? 26 : 22} y1={AIR + mm * px} y2={AIR + mm * px} stroke="var(--color-ink3)" />
      ))}
      {marks
        .filter((mm) => mm % 5 === 0)
        .map((mm) => (
          <text key={mm} x={14} y={AIR + mm * px + 4} fontSize={11} textAnchor="end" fill="var(--color-ink2)">
            {mm}
          </text>
        ))}
      <path
        d={`M 85 ${y + ry * 0.6} q 4 ${ry} -2 ${Math.max(10, ry * 2)}`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth={2}
        strokeLinecap="round"
      />
      <ellipse cx={85} cy={y} rx={Math.min(50, rx)} ry={ry} fill="var(--seed-tan)" stroke="var(--seed-edge)" strokeWidth={1.2} />
    </svg>
  );
}

const round = (mm: number) => Math.round(mm * 10) / 10;
