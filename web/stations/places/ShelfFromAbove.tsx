import type { Lodger } from '@chill/core/nursery/lodging.ts';
import { type Placed, piecesOn, putOnShelves } from '@chill/core/nursery/shelfDrawn.ts';
import type { Place, Shelf } from '@chill/model/place.ts';
import { say } from '@chill/words/places.ts';
import { ZONE_COLOUR, zoneOf } from '../../kit/drawn/zones.ts';

/** A level is drawn so wide, px; and so many of them. */
const WIDTH = 168;
const MOST_LEVELS = 6;

/** Measured shelves from above, to scale, level by level: what stands there and the room beside it. */
export function ShelfFromAbove({ place, shelf, lodgers }: { place: Place; shelf: Shelf; lodgers: readonly Lodger[] }) {
  const { levels, over } = putOnShelves(shelf, piecesOn(lodgers));
  const colour = ZONE_COLOUR[zoneOf(place.nominal_C)];
  if (levels.length === 0 && over === 0) return null;
  return (
    <figure className="mt-4">
      <div className="flex flex-wrap gap-3">
        {levels.slice(0, MOST_LEVELS).map((level, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a level is its height.
          <LevelDrawn key={i} level={level} shelf={shelf} colour={colour} at={i + 1} />
        ))}
      </div>
      <figcaption className="mt-1 text-[0.92rem] text-ink2">
        {say('fromAbove', { width: shelf.width_mm, depth: shelf.depth_mm })}{' '}
        {over > 0 && <b className="text-alarm">{say('leftOver', { count: over })}</b>}
      </figcaption>
    </figure>
  );
}

function LevelDrawn({ level, shelf, colour, at }: { level: readonly Placed[]; shelf: Shelf; colour: string; at: number }) {
  const px = WIDTH / shelf.width_mm;
  const height = shelf.depth_mm * px;
  return (
    <svg
      width={WIDTH + 2}
      height={height + 2}
      viewBox={`-1 -1 ${WIDTH + 2} ${height + 2}`}
      role="img"
      aria-label={say('levelHolds', { at, count: level.length })}
    >
      <rect width={WIDTH} height={height} fill="var(--color-raised)" stroke="var(--color-ink3)" />
      {level.map(({ piece, x_mm, y_mm, size_mm: [wide, deep] }) => (
        <g key={`${x_mm} ${y_mm}`}>
          <rect
            x={x_mm * px + 1}
            y={y_mm * px + 1}
            width={Math.max(1, wide * px - 2)}
            height={Math.max(1, deep * px - 2)}
            rx={2}
            fill={colour}
            fillOpacity={0.28}
            stroke={colour}
          />
          {wide * px > 30 && deep * px > 14 && (
            <text
              x={(x_mm + wide / 2) * px}
              y={(y_mm + deep / 2) * px + 4}
              textAnchor="middle"
              className="code"
              fontSize={10.5}
              fill="var(--color-ink)"
            >
              {piece.code}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
