import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Species, SpeciesFigures } from '@chill/model/species.ts';
import { LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import { withFigures } from '../methods/figures.ts';
import type { Learned } from './learned.ts';

/** A species with the nursery's own figures in the place of the handbook's. */
export function asNurseryHas(species: Species, figures: readonly OwnFigure[] = []): Species {
  const own: SpeciesFigures = {};
  for (const { speciesId, figure, share, worth = LINK_WORTH_SEEDS, days, ageing } of figures) {
    if (speciesId !== species.id) continue;
    if (figure === 'cold' || figure === 'speed') {
      if (days) own[figure] = days;
    } else if (share !== undefined) own[figure] = { now: share, worth, ...(figure === 'viable' && ageing !== undefined && { ageing }) };
  }
  return withFigures(species, own);
}

/** Those of them that are shares. */
const LEARNED_SHARES = ['viable', 'sprouts', 'soil', 'establishes', 'openCoat', 'hotWater'] as const;

/** The species as plans take it: with what was learned in the place of what the handbook says. */
export function withLearned(species: Species, learned: Learned): Species {
  const figures: SpeciesFigures = {};
  for (const what of LEARNED_SHARES) {
    const found = learned[what];
    if (found) figures[what] = { now: rounded(found.now), worth: Math.max(1, rounded(found.worth)) };
  }
  for (const what of ['cold', 'speed'] as const) {
    const found = learned[what];
    if (found) figures[what] = found.now;
  }
  const ageing = learned.viable?.ageing;
  if (figures.viable && ageing !== undefined) figures.viable.ageing = rounded(ageing);
  return withFigures(species, figures);
}

const rounded = (figure: number) => Math.round(figure * 1e4) / 1e4;
