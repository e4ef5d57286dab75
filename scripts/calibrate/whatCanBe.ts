import { withFigures } from '@chill/core/methods/figures.ts';
import { apart, firstDays } from '@chill/core/testing/firstDays.ts';
import { plansAt, unsound } from '@chill/core/testing/soundPlans.ts';
import type { Species, SpeciesFigures } from '@chill/model/species.ts';
import { type Chance, chanceFrom } from '@chill/sim/draws.ts';
import { NURSERY } from './nursery.ts';
import { type Line, Tally } from './tally.ts';

/** Species with fridges of −1 to 9 °C, mats of 10 to 38 °C and figures learned at random: how many of their plans hold what cannot be, or throw? */
export function soundPlans(handbook: readonly Species[], count: number): Line[] {
  const wrong = new Tally();
  for (let i = 0; i < count; i++) {
    const chance = chanceFrom(700_000 + i);
    const species = handbook[Math.floor(chance() * handbook.length)] as Species;
    const [fridge_C, mat_C] = [Math.floor(-1 + 11 * chance()), Math.floor(10 + 29 * chance())];
    const known = withFigures(species, someFigures(chance));
    try {
      for (const plan of plansAt(known, NURSERY, fridge_C, mat_C)) wrong.add(unsound(plan).length > 0);
    } catch {
      wrong.add(true);
    }
  }
  return [wrong.line('plans that throw, or hold what cannot be', [0, 0])];
}

function someFigures(chance: Chance): SpeciesFigures {
  const days = () => {
    const from = 1 + Math.floor(150 * chance());
    return { from, to: from + 1 + Math.floor(90 * chance()) };
  };
  const share = () => ({ now: 0.0001 + 0.9998 * chance(), worth: 1 + 499 * chance() });
  return {
    ...(chance() < 0.5 && { viable: share() }),
    ...(chance() < 0.5 && { sprouts: share() }),
    ...(chance() < 0.5 && { establishes: share() }),
    ...(chance() < 0.5 && { cold: days() }),
    ...(chance() < 0.5 && { speed: days() }),
  };
}

/** Every plan of the handbook, as it is made and as it is put out for the winter: on how many does its page tell otherwise on that day? */
export function pagesOfFirstDays(handbook: readonly Species[]): Line[] {
  const otherwise = new Tally();
  for (const species of handbook)
    for (const outdoors of [false, true]) for (const day of firstDays(species, NURSERY, { outdoors })) otherwise.add(apart(day));
  return [otherwise.line('pages that tell otherwise than their plan on the day on which it begins', [0, 0.005])];
}
