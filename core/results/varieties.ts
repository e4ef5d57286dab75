import type { Outcome } from '@chill/model/outcome.ts';
import type { Species, SpeciesFigures } from '@chill/model/species.ts';
import { LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import { withFigures } from '../methods/figures.ts';
import { BAGS_DIFFER, chanceBetterOfBags, holm } from './compare.ts';
import type { LearnedShare } from './learnedShare.ts';
import { learnSprouting, toldOf } from './learnedSprouting.ts';

/** A variety whose seed germinates otherwise than the species' other seed beyond luck: the share that it is planned with, and how likely it is the better. */
export interface VarietyApart {
  variety: string;
  sprouts: LearnedShare;
  others: LearnedShare;
  /** Chance that it is the better one, 0 to 1. */
  better: number;
}

/** So little luck, made good for having looked at each variety (Holm), parts a variety from its species. */
const LUCK = 0.05;
/** So many varieties are looked at, those with the most batches. */
const MOST_VARIETIES = 12;

/**
 * The varieties that differ, each learned by itself from what the others say. Until then a variety shares the species' figures. What is compared are germinated
 * of those that could, so that a poorly viable lot does not make a poor variety; bags may differ besides ({@link BAGS_DIFFER}, the less the more there were).
 */
export function varietiesApart(species: Species, outcomes: readonly Outcome[]): VarietyApart[] {
  const mine = outcomes.filter(({ speciesId, sown }) => speciesId === species.id && !sown);
  const counted = new Map<string, number>();
  for (const { variety } of mine) if (variety) counted.set(variety, (counted.get(variety) ?? 0) + 1);
  const most = [...counted].toSorted(([, a], [, b]) => b - a).slice(0, MOST_VARIETIES);
  const learnt = (from: Species, some: readonly Outcome[]) =>
    learnSprouting(
      from,
      some.flatMap((one) => toldOf(one, from)),
    ).sprouts;
  const compared = most.flatMap(([variety]) => {
    const own = mine.filter((one) => one.variety === variety);
    const rest = mine.filter((one) => one.variety !== variety);
    const [alone, others] = [learnt(species, own), learnt(species, rest)];
    if (!alone || !others) return [];
    const apart = BAGS_DIFFER / Math.sqrt(Math.min(alone.batches, others.batches));
    return [{ variety, own, others, better: chanceBetterOfBags(alone.had, others.had, apart) }];
  });
  const luck = holm(compared.map(({ better }) => 2 * Math.min(better, 1 - better)));
  return compared.flatMap(({ variety, own, others, better }, i): VarietyApart[] => {
    if ((luck[i] as number) > LUCK) return [];
    const asOthers = withFigures(species, { sprouts: { now: others.now, worth: Math.min(LINK_WORTH_SEEDS, others.worth) } });
    const sprouts = learnt(asOthers, own);
    return sprouts ? [{ variety, sprouts, others, better }] : [];
  });
}

/** The figures that a variety is planned with where it differs from its species beyond luck; `undefined` where it shares the species' own. */
export function figuresOfVariety(apart: readonly VarietyApart[], variety: string | undefined): SpeciesFigures | undefined {
  const found = apart.find((one) => one.variety === variety);
  return found && { sprouts: { now: Number(found.sprouts.now.toFixed(4)), worth: Math.max(1, Number(found.sprouts.worth.toFixed(4))) } };
}
