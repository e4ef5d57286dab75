import { SIGNIFICANCE } from '@chill/core/results/armSize.ts';
import { BAGS_DIFFER, type Counted, luckOfBags } from '@chill/core/results/compare.ts';
import { type Chance, chanceFrom, normalDraw } from '@chill/sim/draws.ts';
import { type Line, Tally } from './tally.ts';

/** Trials of two arms that are treated alike, a bag to each, bags differing as they do: how often is one called truly better? */
export function trials(count: number): Line[] {
  const wrong = new Tally();
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(600_000 + i);
    const share = 0.15 + 0.7 * chance();
    const seeds = [30, 50, 100, 200][Math.floor(4 * chance())] as number;
    wrong.add(luckOfBags(bag(share, seeds, chance), bag(share, seeds, chance)) <= SIGNIFICANCE);
  }
  return [wrong.line('trials of arms that are alike, called different', [0, 0.06])];
}

/** What comes of the seeds in a bag that is a little better or worse than others. */
function bag(share: number, seeds: number, chance: Chance): Counted {
  const own = 1 / (1 + ((1 - share) / share) * Math.exp(-BAGS_DIFFER * normalDraw(chance)));
  return { came: Array.from({ length: seeds }, () => chance() < own).filter(Boolean).length, of: seeds };
}
