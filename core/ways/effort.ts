import type { Species } from '@chill/model/species.ts';
import type { Way } from '@chill/model/way.ts';
import { unitsFor } from '../mix/laying.ts';
import { BENCH_STAGES, LOOK_EVERY, MINUTES, POTS_EVERY_DAYS } from '../treat/intervals.ts';
import type { ResolvedStage } from './resolve.ts';
import { sproutingStage } from './resolve.ts';

/** What a way takes besides seeds. */
export interface Effort {
  /** Bags, tubs or trays in the fridge at once; 0 where it needs none. */
  fridgeUnits: number;
  /** Looks from start to setting out. */
  looks: number;
  /** Hands' time in all, minutes. */
  minutes: number;
}

/** Room, looks and hands that a way takes with so many seeds. */
export function effortOf(way: Way, stages: readonly ResolvedStage[], seeds: number, { seed }: Pick<Species, 'seed'>): Effort {
  const sprouts = sproutingStage(way);
  const effort: Effort = { fridgeUnits: 0, looks: 0, minutes: 0 };
  for (const [index, { kind, medium, days }] of stages.entries()) {
    effort.minutes += index === 0 ? MINUTES.begin : MINUTES.move;
    if (BENCH_STAGES.includes(kind)) continue;
    if (kind === 'freezerTurns') effort.minutes += days * MINUTES.turn;
    else {
      const every = kind === 'pot' ? POTS_EVERY_DAYS : index === sprouts ? 2 : LOOK_EVERY[medium ?? 'envelope'].usual;
      const looks = kind === 'dryStore' ? 0 : Math.floor(days / every);
      effort.looks += looks;
      effort.minutes += looks * MINUTES.look;
    }
    if (kind === 'coldMoist' || kind === 'coldDry')
      effort.fridgeUnits = Math.max(effort.fridgeUnits, unitsFor(seeds, medium ?? 'envelope', seed));
  }
  effort.minutes += MINUTES.finish + MINUTES.setOut;
  return effort;
}
