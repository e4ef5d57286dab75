import type { ContainerFacts } from '@chill/model/container.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { say } from '@chill/words/drawings.ts';
import { seedOutline } from './seedShape.ts';

const HEIGHT = 236;
const TOP = 8;
const RULE = 44;
/** A container is drawn no wider than this, px. */
const WIDEST = 150;
/** Marks of the rule, mm, so that ten or so stand on it. */
const STEPS = [5, 10, 20, 50];

/** A container cut open, to scale, with its seed under the cover and a rule of millimetres beside it. */
export function SownSection({
  container,
  cover_mm,
  seed,
}: {
  container: Pick<ContainerFacts, 'depth_mm' | 'top_mm' | 'shape'>;
  cover_mm: number;
  seed: Pick<SeedForm, 'length_mm' | 'thickness_mm' | 'shape'>;
}) {
  const { depth_mm, top_mm, shape } = container;
  const px = Math.min((HEIGHT - TOP - 22) / depth_mm, 4);
  const wide = Math.min(WIDEST, top_mm[0] * px);
  // Cells and pots narrow towards the bottom; blocks, bags and trays do not.
  const narrow = shape === 'cells' || shape === 'pot' ? 0.72 : 1;
  const [left, bottom] = [RULE + 8, TOP + depth_mm * px];
  const inset = (wide * (1 - narrow)) / 2;
  const step = STEPS.find((one) => depth_mm / one <= 10) ?? 50;
  const marks = Array.from({ length: Math.floor(depth_mm / step) + 1 }, (_, i) => i * step);
  // As it lies: on its side, as long and as thick as it is; dust is drawn as large as can be seen.
  const [long, thick] = [Math.min(Math.max(3, seed.length_mm * px), wide - 4), Math.max(2.4, seed.thickness_mm * px)];
  const y = TOP + cover_mm * px - (cover_mm > 0 ? 0 : thick / 2);
  return (
    <svg
      width={left + wide + 10}
      height={bottom + 22}
      viewBox={`0 0 ${left + wide + 10} ${bottom + 22}`}
      role="img"
      aria-label={say('seedInContainer', { cover: Math.round(cover_mm * 10) / 10, depth: depth_mm })}
    >
      {marks.map((mm) => (
        <g key={mm}>
          <line x1={RULE - 8} x2={RULE} y1={TOP + mm * px} y2={TOP + mm * px} stroke="var(--color-ink3)" />
          <text x={RULE - 12} y={TOP + mm * px + 4} fontSize={12} textAnchor="end" className="fill-ink2">
            {mm}
          </text>
        </g>
      ))}
      <path
        d={`M${left} ${TOP}H${left + wide}L${left + wide - inset} ${bottom}H${left + inset}Z`}
        fill="var(--seed-tan)"
        fillOpacity={0.3}
        stroke="var(--color-ink)"
        strokeWidth={1.4}
      />
      {cover_mm > 0 && <rect x={left + 1} width={wide - 2} y={TOP} height={cover_mm * px} fill="var(--seed-tan)" fillOpacity={0.5} />}
      <path
        d={seedOutline({ length_mm: long, width_mm: thick, shape: seed.shape })}
        transform={`translate(${left + (wide - long) / 2} ${y})`}
        fill="var(--seed-brown)"
        stroke="var(--seed-edge)"
      />
      <text x={RULE - 12} y={bottom + 18} fontSize={12} className="fill-ink2">
        {say('mmToScale')}
      </text>
    </svg>
  );
}

/** Seeds drawn in one cell; more are not told apart. */
const IN_A_CELL = ['first', 'second', 'third', 'fourth', 'fifth'];
/** Seeds drawn on an open tray, wherever they fall. */
const STREWN = Array.from({ length: 120 }, (_, i) => `seed ${i}`);

/** One tray from above: its cells with what goes into each, or an open tray strewn over. */
export function TrayFromAbove({ perTray, each, filled }: { perTray: number; each: number; filled: number }) {
  const columns = Math.max(1, Math.round(Math.sqrt((perTray * 540) / 280)));
  const rows = Math.ceil(perTray / columns);
  const [w, h] = [236, 236 * (280 / 540) + 8];
  const pitch = Math.min((w - 10) / columns, (h - 10) / rows);
  const r = pitch * 0.42;
  return (
    <svg width={w} height={h} viewBox={`0 0 ${w} ${h}`} aria-hidden="true">
      <rect x={1} y={1} width={w - 2} height={h - 2} rx={4} fill="var(--color-raised)" stroke="var(--color-ink)" strokeWidth={1.4} />
      {perTray > 1 ? (
        Array.from({ length: perTray }, (_, i) => {
          const [x, y] = [
            (w - columns * pitch) / 2 + ((i % columns) + 0.5) * pitch,
            (h - rows * pitch) / 2 + (Math.floor(i / columns) + 0.5) * pitch,
          ];
          const sown = i < filled;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place.
            <g key={i}>
              <circle
                cx={x}
                cy={y}
                r={r}
                fill={sown ? 'var(--seed-tan)' : 'none'}
                fillOpacity={0.6}
                stroke="var(--color-ink3)"
                strokeWidth={0.8}
              />
              {sown &&
                IN_A_CELL.slice(0, each).map((one, k) => (
                  <circle
                    key={one}
                    cx={x + (k - (Math.min(each, IN_A_CELL.length) - 1) / 2) * r * 0.4}
                    cy={y}
                    r={Math.max(0.8, r * 0.14)}
                    fill="var(--seed-brown)"
                  />
                ))}
            </g>
          );
        })
      ) : (
        <g fill="var(--seed-brown)">
          {STREWN.map((one, i) => (
            <circle key={one} cx={8 + ((i * 61.8) % (w - 16))} cy={8 + ((i * 38.2 + (i % 7) * 11) % (h - 16))} r={1.1} />
          ))}
        </g>
      )}
    </svg>
  );
}
