import { PLACES } from '@chill/core/kinds/places.ts';
import type { PlaceKind } from '@chill/model/place.ts';
import { say } from '@chill/words/drawings.ts';
import { ZONE_COLOUR, zoneOf } from '../kit/drawn/zones.ts';

const WIDTH = 300;
const PAD = 12;
/** A slot is drawn no larger than this, nor smaller than can be counted. */
const WIDEST = 46;
const MOST_SLOTS = 80;

/** A piece that lies in the place: a bag, a towel, a tray. */
export interface Piece {
  code: string;
  due: boolean;
}

/** A shelf of a place, drawn to its capacity. */
export interface Shelf {
  id: string;
  kind: PlaceKind;
  name: string;
  nominal_C: number;
  capacity: number;
  pieces: Piece[];
}

/** A place as it stands: its shelves one above the other, a slot for each piece that fits, filled as it fills, those that want something today marked. */
export function PlacePicture({ shelves }: { shelves: readonly Shelf[] }) {
  const boxed = shelves[0] !== undefined && PLACES[shelves[0].kind].drawn === 'box';
  let y = boxed ? PAD : 4;
  const drawn = shelves.map((shelf) => {
    const all = Math.max(shelf.capacity, shelf.pieces.length);
    const shown = Math.min(MOST_SLOTS, all);
    const across = Math.min(shown, Math.max(4, Math.min(9, Math.ceil(Math.sqrt(shown * 2.2)))));
    const rows = Math.ceil(shown / across);
    const wide = Math.min(WIDEST, (WIDTH - 2 * PAD) / across);
    const high = Math.max(15, Math.min(26, wide * 0.62));
    const at = y;
    y += rows * high + 14;
    return { shelf, across, wide, high, rows, at, shown };
  });
  const height = y + (boxed ? 4 : 6);
  const spoken = shelves.map(({ name, pieces, capacity }) => say('placeHolds', { name, pieces: pieces.length, capacity })).join('; ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} className="block w-full max-w-md" role="img" aria-label={spoken}>
      {boxed && <rect x={2} y={2} width={WIDTH - 4} height={height - 4} rx={9} fill="none" stroke="var(--color-ink3)" strokeWidth={1.6} />}
      {drawn.map(({ shelf, across, wide, high, rows, at, shown }) => {
        const colour = ZONE_COLOUR[zoneOf(shelf.nominal_C)];
        const floor = at + rows * high + 3;
        return (
          <g key={shelf.id}>
            {PLACES[shelf.kind].drawn === 'wire' && <Wire y={at - 2} height={rows * high + 4} />}
            {Array.from({ length: shown }, (_, i) => {
              const piece = shelf.pieces[i];
              const beyond = i >= shelf.capacity;
              const x = PAD + (i % across) * wide;
              const top = at + Math.floor(i / across) * high;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: a slot is its position.
                <g key={i}>
                  <rect
                    x={x + 1.5}
                    y={top + 1.5}
                    width={wide - 3}
                    height={high - 3}
                    rx={PLACES[shelf.kind].drawn === 'box' ? 3.5 : 1}
                    fill={piece ? (beyond ? 'var(--color-alarm)' : colour) : 'none'}
                    fillOpacity={piece ? (piece.due ? 0.95 : 0.32) : 1}
                    stroke={piece ? colour : 'var(--color-line)'}
                    strokeWidth={1}
                    strokeDasharray={piece ? undefined : '2 3'}
                  />
                  {piece && wide > 27 && (
                    <text
                      x={x + wide / 2}
                      y={top + high / 2 + 3.6}
                      textAnchor="middle"
                      className="code"
                      fontSize={10.5}
                      fill={piece.due ? 'var(--color-sheet)' : 'var(--color-ink)'}
                    >
                      {piece.code}
                    </text>
                  )}
                </g>
              );
            })}
            <line
              x1={boxed ? 2 : PAD - 6}
              x2={boxed ? WIDTH - 2 : WIDTH - PAD + 6}
              y1={floor}
              y2={floor}
              stroke="var(--color-ink3)"
              strokeWidth={1.4}
            />
          </g>
        );
      })}
    </svg>
  );
}

function Wire({ y, height }: { y: number; height: number }) {
  const lines = Array.from({ length: 25 }, (_, i) => PAD - 6 + (i * (WIDTH - 2 * PAD + 12)) / 24);
  return (
    <g stroke="var(--color-line)" strokeWidth={0.8}>
      {lines.map((x) => (
        <line key={x} x1={x} x2={x} y1={y} y2={y + height} />
      ))}
    </g>
  );
}
