import type { LotTest } from '@chill/model/lot.ts';
import type { Learnable, OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { worthOf } from '../chance/standing.ts';
import { growsAlone, inGround } from '../mix/containers.ts';
import { reachesAir, sproutsInMix } from '../sowing/sown.ts';
import { UNHANDLED_LOSES } from '../sowing/towelOrMix.ts';
import { cameUp } from './cameUp.ts';
import type { Counted } from './compare.ts';
import { type LearnedShare, learnShare } from './learnedShare.ts';
import { learnSprouting, toldOf } from './learnedSprouting.ts';
import { type LearnedViable, learnViable } from './learnedViable.ts';
import type { LearnedDays } from './weighed.ts';

/** What a nursery's own results say of a species; only what any of them tells of. */
export type Learned = Partial<
  { viable: LearnedViable } & Record<'sprouts' | 'soil' | 'establishes' | 'openCoat' | 'hotWater', LearnedShare> &
    Record<'cold' | 'speed', LearnedDays>
>;

/** What is to be learned of a species, as the nursery has it (`asUsed.ts`), from what came of its batches and from tests of its lots since each figure was last its own. */
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
  put(
    'soil',
    learnShare(
      sproutsInMix(species),
      after('soil').flatMap((one) => cameUpOf(one, species)),
      species.figures?.soil?.worth,
    ),
  );
  put('establishes', learnShare(species.pot.establishes, after('establishes').flatMap(pottedOf), worthOf(species, 'establishes')));
  for (const how of ['openCoat', 'hotWater'] as const)
    if (species.hardCoat)
      put(
        how,
        learnShare(
          species.hardCoat[how],
          after(how).flatMap((one) => openedOf(one, how)),
          worthOf(species, how),
        ),
      );
  // One grid tells all three; one of them that was made one's own or forgotten since is told by the batches after it.
  const told = new Map<number, ReturnType<typeof learnSprouting>>();
  for (const what of ['sprouts', 'cold', 'speed'] as const) {
    // What came up out of mix tells of how fast and after how much cold; of the share only together with what the mix kept back, which is learned by itself.
    const batches = after(what).filter(({ sown }) => what !== 'sprouts' || !sown);
    const known =
      told.get(batches.length) ??
      learnSprouting(
        species,
        batches.flatMap((one) => toldOf(one, species)),
      );
    told.set(batches.length, known);
    put(what, known[what]);
  }
  return learned;
}

/** Of those that came up where they were sown, plants as they would be of handled sprouts; out of an open tray they are separated first, which tells of both. */
function pottedOf({ went, sown }: Outcome): Counted[] {
  if (sown && (!growsAlone(sown) || inGround(sown))) return [];
  const of = (went.plants ?? 0) + (went.lostInPots ?? 0);
  const lost = Math.min(of, Math.round((went.lostInPots ?? 0) / (sown ? UNHANDLED_LOSES : 1)));
  return of > 0 ? [{ came: of - lost, of }] : [];
}

/** Of those that would have sprouted on a towel and then come through their cover, how many came up. */
function cameUpOf(outcome: Outcome, species: Species): Counted[] {
  const counted = cameUp(outcome);
  if (!counted || !outcome.sown || inGround(outcome.sown)) return [];
  const could = Math.round(counted.of * reachesAir(species, outcome.sown));
  return could > 0 ? [{ came: Math.min(counted.came, could), of: could }] : [];
}

function openedOf({ opened }: Outcome, how: 'openCoat' | 'hotWater'): Counted[] {
  return opened && opened.how === how && opened.of > 0 ? [{ came: opened.swollen, of: opened.of }] : [];
}
