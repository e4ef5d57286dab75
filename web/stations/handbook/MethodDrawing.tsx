import { spell } from '@chill/core/calendar/dates.ts';
import { followStages } from '@chill/core/follow/stages.ts';
import { stageName } from '@chill/core/tell/words.ts';
import { yearOf } from '@chill/core/winter/climate.ts';
import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/handbook.ts';
import { useMemo } from 'react';
import { useNursery } from '../../data/nursery.ts';
import { type Step, StepLine } from '../../kit/drawn/StepLine.tsx';
import { stageZone, ZONE_COLOUR, ZONES, type Zone } from '../../kit/drawn/zones.ts';

const WIDTH = 560;
const HEIGHT = 134;
const LEVEL: Record<Zone, number> = { hot: 12, warm: 24, cool: 46, cold: 72, frozen: 84 };
/** A soak is a day and a winter a hundred: the line gives each stage room by the root of its days, and never less than this. */
const LEAST_ROOM = 3;

/** A method drawn as its path through temperatures, each stage named with its days; wide stages are long ones. */
export function MethodDrawing({ species, method, labelled = false }: { species: Species; method: Method; labelled?: boolean }) {
  const { placesAsMeasured: places, nursery, today } = useNursery();
  const stages = useMemo(
    () => followStages(method, { species, places, year: yearOf(nursery), start: today }),
    [species, method, places, nursery, today],
  );
  const rooms = stages.map(({ days }) => Math.max(LEAST_ROOM, Math.sqrt(days) * 1.6));
  const whole = rooms.reduce((sum, room) => sum + room, 0);
  let x = 6;
  const steps = stages.map((stage, i): Step & { days: number; name: string } => {
    const x1 = x;
    x += ((rooms[i] as number) / whole) * (WIDTH - 12);
    const zone = stageZone(stage);
    return { x1, x2: x, y: LEVEL[zone], zone, doneUntil: Number.POSITIVE_INFINITY, days: stage.days, name: stageName(stage.kind) };
  });
  const said = steps.map(({ name, days }) => (days > 0 ? `${name} ${spell(days)}` : name)).join(', ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${labelled ? HEIGHT : 92}`} className="block w-full" role="img" aria-label={say('path', { seasons: said })}>
      {ZONES.filter((zone) => zone !== 'hot' && zone !== 'frozen').map((zone) => (
        <line key={zone} x1={0} x2={WIDTH} y1={LEVEL[zone]} y2={LEVEL[zone]} stroke={ZONE_COLOUR[zone]} strokeOpacity={0.22} />
      ))}
      <StepLine steps={steps} />
      {labelled &&
        steps
          .filter(({ x1, x2 }) => x2 - x1 > 56)
          .map(({ x1, x2, name, days, zone }) => (
            <g key={x1} textAnchor="middle">
              <text x={Math.max(44, (x1 + x2) / 2)} y={106} className="drawn-note" fontWeight={600} fill={ZONE_COLOUR[zone]}>
                {name.replace('moist ', '')}
              </text>
              {days > 0 && (
                <text x={Math.max(44, (x1 + x2) / 2)} y={128} className="drawn-note" fill="var(--color-ink2)">
                  {spell(days)}
                </text>
              )}
            </g>
          ))}
    </svg>
  );
}
