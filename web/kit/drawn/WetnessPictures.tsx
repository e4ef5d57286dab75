import { say } from '@chill/words/drawings.ts';
import { wordedRows } from '@chill/words/tables.ts';
import type { ReactNode } from 'react';

/** How wet a towel is. */
export type Wetness = 'dry' | 'right' | 'wet';

interface Telling {
  name: string;
  words: string;
}

/** How the same looks in a handful of medium. */
const TOLD_OF_MEDIUM: Record<Wetness, Telling> = wordedRows(say, ['name', 'words'], {
  dry: { name: 'tooDry', words: 'fallsApartWhenSqueezed' },
  right: { name: 'right', words: 'holdsTogetherOneDrop' },
  wet: { name: 'tooWet', words: 'runsThroughFingers' },
});

const SAID: Record<Wetness, Telling> = wordedRows(say, ['name', 'words'], {
  dry: { name: 'tooDry', words: 'drySign' },
  right: { name: 'right', words: 'dampSign' },
  wet: { name: 'tooWet', words: 'wetSign' },
});

/** A picture with its name, the right one in bold, and what is told of it. */
function Shown({ wetness, said, children }: { wetness: Wetness; said: Record<Wetness, Telling>; children: ReactNode }) {
  const { name, words } = said[wetness];
  return (
    <figure className="min-w-0">
      <svg viewBox="0 0 112 92" className="block w-full" role="img" aria-label={`${name}: ${words}`}>
        {children}
      </svg>
      <figcaption className="text-center text-[0.92rem] leading-tight">
        <b className={wetness === 'right' ? '' : 'font-medium text-ink2'}>{name}</b>
        <br />
        <span className="text-ink2">{words}</span>
      </figcaption>
    </figure>
  );
}

/** A folded towel with seeds on it, too dry, right or too wet: what a person would rather look at than read. */
export function TowelPicture({ wetness }: { wetness: Wetness }) {
  const water = 'color-mix(in oklab, var(--color-cold) 32%, var(--color-raised))';
  const dry = 'var(--color-raised)';
  const seeds = [
    [30, 30],
    [52, 26],
    [74, 32],
    [40, 48],
    [63, 50],
    [84, 50],
  ];
  return (
    <Shown wetness={wetness} said={SAID}>
      <rect
        x={14}
        y={12}
        width={84}
        height={56}
        rx={2}
        fill={wetness === 'dry' ? dry : water}
        stroke="var(--color-ink)"
        strokeWidth={1.4}
      />
      {wetness === 'right' && <path d="M 98 12 h -20 l 20 17 Z" fill={dry} stroke="none" />}
      {wetness === 'dry' && <path d="M 22 60 q 12 -18 30 -8 t 22 4 v 10 h -50 Z" fill={water} opacity={0.55} />}
      {wetness === 'wet' && (
        <>
          <path d="M 8 70 q 48 12 96 0 v 5 q -48 10 -96 0 Z" fill="var(--color-cold)" opacity={0.55} />
          <path d="M 26 20 l 16 -4 M 30 60 l 22 -5 M 70 22 l 14 -4" stroke="var(--color-raised)" strokeWidth={2.4} />
        </>
      )}
      <rect x={14} y={12} width={84} height={56} rx={2} fill="none" stroke="var(--color-ink)" strokeWidth={1.4} />
      {seeds.map(([x, y]) => (
        <ellipse key={`${x}`} cx={x} cy={y} rx={4.2} ry={2.8} fill="var(--seed-brown)" />
      ))}
      {Array.from({ length: wetness === 'dry' ? 0 : wetness === 'right' ? 2 : 6 }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: drops have no names.
        <path key={i} d={`M ${wetness === 'right' ? 48 + i * 14 : 22 + i * 14} 76 q 4 6 0 9 q -4 -3 0 -9`} fill="var(--color-cold)" />
      ))}
    </Shown>
  );
}

/** A handful of medium, squeezed: too dry, right or too wet. */
export function MediumPicture({ wetness }: { wetness: Wetness }) {
  const earth = 'var(--seed-brown)';
  const crumbs = wetness === 'dry' ? CRUMBS : [];
  const drops = wetness === 'right' ? [56] : wetness === 'wet' ? [36, 47, 58, 69, 80] : [];
  return (
    <Shown wetness={wetness} said={TOLD_OF_MEDIUM}>
      {wetness === 'dry' ? (
        crumbs.map(([x, y, r]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} fill={earth} opacity={0.6} />)
      ) : (
        <path
          d="M 26 46 q -4 -24 18 -28 q 14 -6 28 2 q 20 6 16 28 q -4 18 -32 18 q -26 0 -30 -20 Z"
          fill={earth}
          stroke="var(--color-ink)"
          strokeWidth={1.4}
        />
      )}
      {wetness === 'wet' && <path d="M 20 84 q 36 8 72 0 v 4 q -36 6 -72 0 Z" fill="var(--color-cold)" opacity={0.55} />}
      {wetness !== 'dry' && (
        <path d="M 30 40 q 8 6 14 0 M 46 34 q 8 6 14 0 M 62 36 q 8 6 14 0" stroke="var(--seed-edge)" fill="none" strokeWidth={1.2} />
      )}
      {drops.map((x) => (
        <path key={x} d={`M ${x} 68 q 5 7 0 11 q -5 -4 0 -11`} fill="var(--color-cold)" />
      ))}
    </Shown>
  );
}

const CRUMBS = [
  [30, 62, 6],
  [44, 54, 8],
  [60, 60, 7],
  [74, 56, 6],
  [86, 64, 4],
  [52, 70, 5],
  [68, 72, 4],
  [38, 74, 4],
  [22, 74, 3],
  [80, 76, 3],
] as const;
