import type { SeedForm, Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import type { Way } from '@chill/model/way.ts';
import { SEED_PART, SPACING_LENGTHS } from '../mix/laying.ts';
import { BENCH_STAGES, LOOK_EVERY, MINUTES, POTS_EVERY_DAYS } from '../schedule/intervals.ts';
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

/** Paper in one bag, mm²: a towel of 28 × 28 cm, folded once. */
const TOWEL_MM2 = (280 * 280) / 2;
/** A bag or tub holds this much, mL. */
export const TUB_ML = 1000;
/** Cells of a tray that takes one place in a fridge. */
const TRAY_CELLS = 24;

/** Bags, tubs or trays that `seeds` take up while they wait in a medium. */
export function unitsFor(seeds: number, medium: Medium, { length_mm, width_mm, thickness_mm }: SeedForm): number {
  if (seeds === 0) return 0;
  switch (medium) {
    case 'towel':
    case 'film':
      return Math.ceil((seeds * (length_mm * SPACING_LENGTHS) * (width_mm * SPACING_LENGTHS)) / TOWEL_MM2);
    case 'vermiculite':
    case 'sand':
      return Math.ceil((seeds * length_mm * width_mm * thickness_mm) / 1000 / (TUB_ML * SEED_PART));
    case 'ownPot':
    case 'outdoorFlat':
      return Math.ceil(seeds / TRAY_CELLS);
    case 'envelope':
      return 1;
  }
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
