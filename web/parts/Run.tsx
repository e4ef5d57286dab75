import { say } from '@chill/words/kit.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { useRef } from 'react';
import { NavLink } from 'react-router';
import { useNursery } from '../data/nursery.ts';
import { STATIONS, type Station, tally } from '../data/stations.ts';
import { runPath } from '../kit/drawn/geometry.ts';
import { useWidth } from '../kit/drawn/useWidth.ts';
import { ZONE_COLOUR, type Zone } from '../kit/drawn/zones.ts';

/** Each station: its name, its temperature's height on the line (0 the top, 1 the bottom), and where along it stands. */
const STOPS: Record<Station, { name: string; at: number; height: number; zone: Zone; to: string }> = wordedRows(say, ['name'], {
  round: { name: 'round', at: 0.05, height: 0.56, zone: 'cool', to: '/' },
  seeds: { name: 'seedsTitle', at: 0.165, height: 0.68, zone: 'cool', to: '/seeds' },
  plan: { name: 'plan', at: 0.285, height: 0.52, zone: 'cool', to: '/plan' },
  treat: { name: 'treat', at: 0.41, height: 0, zone: 'hot', to: '/treat' },
  cold: { name: 'cold', at: 0.56, height: 1, zone: 'cold', to: '/cold' },
  warm: { name: 'warm', at: 0.7, height: 0.23, zone: 'warm', to: '/warm' },
  pots: { name: 'pots', at: 0.804, height: 0.5, zone: 'cool', to: '/pots' },
  results: { name: 'results', at: 0.897, height: 0.5, zone: 'cool', to: '/results' },
});

const GRADIENT: [number, string][] = [
  [0, ZONE_COLOUR.hot],
  [0.23, ZONE_COLOUR.warm],
  [0.5, ZONE_COLOUR.cool],
  [0.72, ZONE_COLOUR.cool],
  [1, ZONE_COLOUR.cold],
];

/** The app's header and navigation: one line through the stations at the height of their temperatures. On a phone the same line, pressed flatter, at the bottom. */
export function Run() {
  return (
    <>
      <nav aria-label={say('stations')} className="screen-only hidden border-b border-line bg-sheet desk:block">
        <Line height={128} top={24} bottom={98} />
      </nav>
      <nav
        aria-label={say('stations')}
        className="screen-only fixed inset-x-0 bottom-0 z-20 border-t border-line bg-sheet pb-[env(safe-area-inset-bottom)] desk:hidden"
      >
        <Line height={66} top={9} bottom={30} small />
      </nav>
    </>
  );
}

function Line({ height, top, bottom, small = false }: { height: number; top: number; bottom: number; small?: boolean }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, small ? 360 : 1280);
  const counts = tally(useNursery());
  const points = STATIONS.map((station, i) => ({
    x: small ? ((i + 0.5) * width) / STATIONS.length : STOPS[station].at * width,
    y: top + STOPS[station].height * (bottom - top),
  }));
  const gradient = small ? 'run-small' : 'run-large';
  return (
    <div ref={box} className="relative" style={{ height }}>
      <svg width={width} height={height} className="absolute inset-0" aria-hidden="true">
        <linearGradient id={gradient} gradientUnits="userSpaceOnUse" x1={0} x2={0} y1={top} y2={bottom}>
          {GRADIENT.map(([offset, colour]) => (
            <stop key={offset} offset={offset} stopColor={colour} />
          ))}
        </linearGradient>
        <path d={runPath(points, width, small ? 10 : 20)} fill="none" stroke={`url(#${gradient})`} strokeWidth={small ? 2 : 2.5} />
      </svg>
      {STATIONS.map((station, i) => (
        <Stop
          key={station}
          station={station}
          point={points[i] as { x: number; y: number }}
          counts={counts[station]}
          small={small}
          width={width}
          height={height}
        />
      ))}
    </div>
  );
}

interface StopProps {
  station: Station;
  point: { x: number; y: number };
  counts: { count: number; due: number };
  small: boolean;
  width: number;
  height: number;
}

function Stop({ station, point, counts, small, width, height }: StopProps) {
  const { name, zone, to } = STOPS[station];
  const colour = ZONE_COLOUR[zone];
  const spoken = `${name}${counts.count ? `, ${counts.count}` : ''}${counts.due ? `, ${say('due', { due: counts.due })}` : ''}`;
  if (small) {
    const share = width / STATIONS.length;
    return (
      <NavLink
        to={to}
        end={to === '/'}
        aria-label={spoken}
        className="absolute top-0 block text-center"
        style={{ left: point.x - share / 2, width: share, height }}
      >
        {({ isActive }) => (
          <>
            <Dot point={{ x: share / 2, y: point.y }} colour={colour} active={isActive} radius={4.5} />
            {counts.due > 0 && station !== 'round' && (
              <span
                className="absolute font-mono text-[0.8rem] leading-none font-bold"
                style={{ left: share / 2 + 7, top: point.y + 4, color: colour }}
              >
                {counts.due}
              </span>
            )}
            <span
              className={`absolute inset-x-0 bottom-1.5 text-[0.72rem] leading-none ${isActive ? 'font-bold underline underline-offset-2' : 'font-medium'}`}
            >
              {name}
            </span>
          </>
        )}
      </NavLink>
    );
  }
  const below = point.y < 90;
  return (
    <NavLink
      to={to}
      end={to === '/'}
      aria-label={spoken}
      className="absolute block"
      style={{ left: point.x - 14, top: below ? point.y - 14 : point.y - 34, height: 52, minWidth: 84 }}
    >
      {({ isActive }) => (
        <>
          <Dot point={{ x: 14, y: below ? 14 : 34 }} colour={colour} active={isActive} radius={5.5} />
          <span className={`absolute left-2 flex items-baseline gap-2 whitespace-nowrap ${below ? 'top-[1.6rem]' : 'top-0'}`}>
            <span className={isActive ? 'text-[1.2rem] font-bold' : 'text-[1.06rem] font-medium'}>{name}</span>
            {counts.count > 0 && <span className="font-mono text-sm text-ink2">{counts.count}</span>}
            {counts.due > 0 && (
              <span className="text-[0.92rem] font-bold" style={{ color: colour }}>
                {say('dueCount', { due: counts.due })}
              </span>
            )}
          </span>
        </>
      )}
    </NavLink>
  );
}

function Dot({ point, colour, active, radius }: { point: { x: number; y: number }; colour: string; active: boolean; radius: number }) {
  const r = active ? radius + 2.5 : radius;
  return (
    <svg width={24} height={24} className="absolute" style={{ left: point.x - 12, top: point.y - 12 }} aria-hidden="true">
      <circle cx={12} cy={12} r={r} fill={active ? colour : 'var(--color-sheet)'} stroke={colour} strokeWidth={2.5} />
    </svg>
  );
}
