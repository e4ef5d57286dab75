import type { Method } from '@chill/model/method.ts';
import type { Species } from '@chill/model/species.ts';
import type { FollowedStage } from '../follow/followed.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { checksIn } from '../kinds/media.ts';
import { mediumOf, STAGES } from '../kinds/stages.ts';
import { MINUTES } from '../kinds/tasks.ts';
import { lookAfter_days } from '../sowing/sown.ts';
import { POTS_EVERY_DAYS } from '../treat/intervals.ts';
import { sowingMinutes, towelMinutes } from './handwork.ts';
import { type RoomIn, roomOf } from './room.ts';

/** A fridge that nobody measured. */
const BAGS: RoomIn = { room: 'bags', capacity: 1 };

/** What a method takes besides seeds. */
export interface Effort {
  /** Room in the fridge at once, in bags; 0 where it needs none. */
  fridgeBags: number;
  /** Checks from start to setting out. */
  checks: number;
  /** Hands' time in all, minutes. */
  minutes: number;
}

/** Room, checks and hands that a method takes with so many seeds, of which so many sprout or come up. */
export function effortOf(
  method: Method,
  stages: readonly FollowedStage[],
  [seeds, up]: readonly [seeds: number, up: number],
  { seed }: Pick<Species, 'seed'>,
): Effort {
  const sprouts = sproutingStage(method);
  const sowing = stages[sprouts]?.sowing;
  const hands = sowing ? sowingMinutes(seeds, up, sowing, seed) : towelMinutes(seeds, up, seed);
  const effort: Effort = { fridgeBags: 0, checks: 0, minutes: seeds > 0 ? hands : 0 };
  for (const [index, stage] of stages.entries()) {
    const { kind, days } = stage;
    const medium = mediumOf(stage);
    effort.minutes += index === 0 ? MINUTES.begin : MINUTES.move;
    const { course, earns } = STAGES[kind];
    if (course === 'bench') continue;
    if (course === 'turns') effort.minutes += days * MINUTES.turn;
    else {
      const sown = stage.sowing && lookAfter_days(stage.sowing, stage.temperature_C);
      const every = course === 'grows' ? POTS_EVERY_DAYS : index === sprouts ? (sown ?? 2) : checksIn(medium).usual;
      const checks = earns === 'ripening' ? 0 : Math.floor(days / every);
      effort.checks += checks;
      effort.minutes += checks * MINUTES.check;
    }
    if (earns === 'cold') effort.fridgeBags = Math.max(effort.fridgeBags, Math.ceil(roomOf(seeds, medium, seed, BAGS, stage.sowing)));
  }
  effort.minutes += MINUTES.finish + MINUTES.plantOut;
  return effort;
}
