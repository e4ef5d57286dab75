import type { LotTest } from '@chill/model/lot.ts';
import type { Learnable, OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species, SpeciesFigures } from '@chill/model/species.ts';
import { LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import { withFigures } from '../methods/figures.ts';
import type { Counted } from './compare.ts';
import { type LearnedShare, learnShare } from './learnedShare.ts';
import { learnSpeed } from './learnedSpeed.ts';
import { learnSprouting, ripeOf } from './learnedSprouting.ts';
import { type LearnedViable, learnViable } from './learnedViable.ts';
import type { LearnedDays } from './weighed.ts';

/** What a nursery's own results say of a species; only what any of them tells of. */
export type Learned = Partial<
  { viable: LearnedViable } & Record<'sprouts' | 'establishes' | 'openCoat' | 'hotWater', LearnedShare> &
    Record<'cold' | 'speed', LearnedDays>
>;

/** Those of them that are shares. */
const LEARNED_SHARES = ['viable', 'sprouts', 'establishes', 'openCoat', 'hotWater'] as const;

/** What is to be learned of a species, as the nursery has it ({@link asNurseryHas}), from what came of its batches and from tests of its lots since each figure was last its own. */
export function learnSpecies(
  species: Species,
  outcomes: readonly Outcome[],
  figures: readonly OwnFigure[] = [],
  tests: readonly LotTest[] = [],
): Learned {
  const mine = outcomes.filter((one) => one.speciesId === species.id);
  const sinceOf = (what: Learnable) => figures.find(({ speciesId, figure }) => speciesId === species.id && figure === what)?.since;
  const after = (what: Learnable) => {
    const since = sinceOf(what);
    return since === undefined ? mine : mine.filter(({ closedOn }) => closedOn > since);
  };
  const learned: Learned = {};
  const put = <K extends Learnable>(what: K, found: Learned[K]) => {
    if (found) learned[what] = found;
  };
  const tested = sinceOf('viable') ?? '';
  put(
    'viable',
    learnViable(
      species,
      tests.filter(({ speciesId, on }) => speciesId === species.id && on > tested),
    ),
  );
  put('establishes', learnShare(species.pot.establishes, after('establishes').flatMap(pottedOf), species.figures?.establishes?.worth));
  for (const how of ['openCoat', 'hotWater'] as const)
    if (species.hardCoat)
      put(
        how,
        learnShare(
          species.hardCoat[how],
          after(how).flatMap((one) => openedOf(one, how)),
          species.figures?.[how]?.worth,
        ),
      );
  const ripe = (batches: readonly Outcome[]) => batches.flatMap((one) => ripeOf(one, species));
  const [ofShare, ofCold] = [after('sprouts'), after('cold')];
  const sprouting = learnSprouting(species, ripe(ofShare));
  put('sprouts', sprouting.sprouts);
  // One grid tells both, unless one of the two was made one's own or forgotten since.
  put('cold', (ofShare.length === ofCold.length ? sprouting : learnSprouting(species, ripe(ofCold))).cold);
  put('speed', learnSpeed(species, after('speed')));
  return learned;
}

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

function pottedOf({ went }: Outcome): Counted[] {
  const plants = went.plants ?? 0;
  const of = plants + (went.lostInPots ?? 0);
  return of > 0 ? [{ came: plants, of }] : [];
}

function openedOf({ opened }: Outcome, how: 'openCoat' | 'hotWater'): Counted[] {
  return opened && opened.how === how && opened.of > 0 ? [{ came: opened.swollen, of: opened.of }] : [];
}
