import type { Learnable, OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { LINK_WORTH_SEEDS } from '../chance/prospect.ts';
import type { Counted } from './compare.ts';
import { type LearnedShare, learnShare } from './learnedShare.ts';
import { learnSpeed } from './learnedSpeed.ts';
import { learnSprouting, ripeOf } from './learnedSprouting.ts';
import type { LearnedDays } from './weighed.ts';

/** What a nursery's own results say of a species; only what any of them tells of. */
export type Learned = Partial<
  Record<'sprouts' | 'establishes' | 'openCoat' | 'hotWater', LearnedShare> & Record<'cold' | 'speed', LearnedDays>
>;

/** What is to be learned of a species, as the nursery has it ({@link asNurseryHas}), from what came of its batches since each figure was last its own. */
export function learnSpecies(species: Species, outcomes: readonly Outcome[], figures: readonly OwnFigure[] = []): Learned {
  const mine = outcomes.filter((one) => one.speciesId === species.id);
  const after = (what: Learnable) => {
    const since = figures.find(({ speciesId, figure }) => speciesId === species.id && figure === what)?.since;
    return since === undefined ? mine : mine.filter(({ closedOn }) => closedOn > since);
  };
  const learned: Learned = {};
  const put = <K extends Learnable>(what: K, found: Learned[K]) => {
    if (found) learned[what] = found;
  };
  put('establishes', learnShare(species.pot.establishes, after('establishes').flatMap(pottedOf), species.worth?.establishes));
  for (const how of ['openCoat', 'hotWater'] as const)
    if (species.hardCoat)
      put(
        how,
        learnShare(
          species.hardCoat[how],
          after(how).flatMap((one) => openedOf(one, how)),
          species.worth?.[how],
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
  const mine = figures.filter(({ speciesId }) => speciesId === species.id);
  if (mine.length === 0) return species;
  const of = (what: Learnable) => mine.find(({ figure }) => figure === what);
  const share = (what: 'sprouts' | 'establishes' | 'openCoat' | 'hotWater') => {
    const own = of(what);
    return own?.share === undefined ? undefined : { now: own.share, worth: own.worth ?? LINK_WORTH_SEEDS };
  };
  const days = (what: 'cold' | 'speed') => {
    const own = of(what);
    return own?.days && { now: own.days };
  };
  return inPlace(species, {
    ...{ sprouts: share('sprouts'), establishes: share('establishes'), openCoat: share('openCoat'), hotWater: share('hotWater') },
    ...{ cold: days('cold'), speed: days('speed') },
  });
}

/** The species as plans take it: with what was learned in the place of what the handbook says. */
export function withLearned(species: Species, learned: Learned): Species {
  return inPlace(species, learned);
}

type Shares = Partial<Record<'sprouts' | 'establishes' | 'openCoat' | 'hotWater', Pick<LearnedShare, 'now' | 'worth'> | undefined>>;
type Days = Partial<Record<'cold' | 'speed', Pick<LearnedDays, 'now'> | undefined>>;

function inPlace(species: Species, { sprouts, establishes, openCoat, hotWater, cold, speed }: Shares & Days): Species {
  const { hardCoat } = species;
  const worth = Object.fromEntries(
    Object.entries({ sprouts, establishes, openCoat, hotWater }).flatMap(([what, found]) =>
      found ? [[what, Math.round(found.worth)]] : [],
    ),
  );
  return {
    ...species,
    ...(Object.keys(worth).length > 0 && { worth: { ...species.worth, ...worth } }),
    ...(establishes && { pot: { ...species.pot, establishes: establishes.now } }),
    ...(hardCoat &&
      (openCoat || hotWater) && {
        hardCoat: { ...hardCoat, ...(openCoat && { openCoat: openCoat.now }), ...(hotWater && { hotWater: hotWater.now }) },
      }),
    ...(cold && species.cold.need !== 'none' && { cold: { ...species.cold, days: cold.now } }),
    ...((sprouts || speed) && {
      sprouting: { ...species.sprouting, ...(sprouts && { share: sprouts.now }), ...(speed && { days: speed.now }) },
    }),
  };
}

function pottedOf({ went }: Outcome): Counted[] {
  const plants = went.plants ?? 0;
  const of = plants + (went.lostInPots ?? 0);
  return of > 0 ? [{ came: plants, of }] : [];
}

function openedOf({ opened }: Outcome, how: 'openCoat' | 'hotWater'): Counted[] {
  return opened && opened.how === how && opened.of > 0 ? [{ came: opened.swollen, of: opened.of }] : [];
}
