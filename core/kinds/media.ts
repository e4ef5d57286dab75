import type { Medium } from '@chill/model/stage.ts';
import { say } from '@chill/words/kinds.ts';
import { type PlainKey, type Sentence, wording } from '@chill/words/subject.ts';

/** What a piece of a medium is: a towel in its bag, a tub of something damp, a tray of pots, an envelope. Room, water and seeds a piece follow from it. */
export type Piece = 'towel' | 'tub' | 'tray' | 'envelope';

/** Loss of wet seed a day in a fresh medium at 4 °C, and the age in days at which that has doubled. */
export interface RotRate {
  fresh_perDay: number;
  /** Infinity: it does not grow. */
  doublesAfter_days: number;
}

type Name = PlainKey<typeof say>;

/** What tubs of a medium are mixed from. */
export type TubMix = 'sand' | 'vermiculite';

/** Everything that Chill decides by what seed lies in. */
interface MediumFacts {
  /** What seed lies in, as it is told: "in damp sand". */
  name: Name;
  piece: Piece;
  /** What a tub of it is mixed from. */
  mix?: TubMix;
  /** True where what comes up in it grows on there: it is sown, and potted already. */
  growsOn?: true;
  /** What is done to lay the seed into fresh; a pot or a flat is left as it is and can only drain. */
  freshen?: Name;
  /** How often waiting seed is looked at: usually, and at the longest, days. */
  checks: { usual: number; longest: number };
  /**
   * Assumptions, to be corrected by each nursery's own records: mould spreads, so the hazard grows with the age of the wet medium.
   * A towel loses about 5 % in three weeks, 15 % in six and over 40 % in thirteen; sand about 9 % in thirteen.
   */
  rot: RotRate;
}

/** The one table of media. */
const MEDIUMS: Record<Medium, MediumFacts> = {
  towel: {
    ...{ name: 'dampTowel', piece: 'towel', freshen: 'rinseFreshTowel', checks: { usual: 8, longest: 10 } },
    rot: { fresh_perDay: 0.0015, doublesAfter_days: 14 },
  },
  film: {
    ...{ name: 'plasticFilm', piece: 'towel', freshen: 'rinseFreshFilm', checks: { usual: 9, longest: 12 } },
    rot: { fresh_perDay: 0.0012, doublesAfter_days: 25 },
  },
  vermiculite: {
    ...{
      name: 'vermiculite',
      piece: 'tub',
      mix: 'vermiculite',
      freshen: 'rinseIntoFreshVermiculite',
      checks: { usual: 17, longest: 21 },
    },
    rot: { fresh_perDay: 0.0008, doublesAfter_days: 45 },
  },
  sand: {
    ...{ name: 'dampSand', piece: 'tub', mix: 'sand', freshen: 'rinseIntoFreshSand', checks: { usual: 17, longest: 21 } },
    rot: { fresh_perDay: 0.0006, doublesAfter_days: 60 },
  },
  ownPot: {
    ...{ name: 'ownPot', piece: 'tray', growsOn: true, checks: { usual: 17, longest: 21 } },
    rot: { fresh_perDay: 0.0008, doublesAfter_days: 60 },
  },
  outdoorFlat: {
    ...{ name: 'flatOutdoors', piece: 'tray', checks: { usual: 14, longest: 30 } },
    rot: { fresh_perDay: 0.001, doublesAfter_days: 120 },
  },
  envelope: {
    ...{ name: 'paperEnvelope', piece: 'envelope', checks: { usual: 30, longest: 90 } },
    rot: { fresh_perDay: 0.00005, doublesAfter_days: Number.POSITIVE_INFINITY },
  },
};

/** What seed lies in, as it is told: "in damp sand". */
export const mediumName = wording('mediumName', (medium: Medium): string => say(MEDIUMS[medium].name));

/** How often seed is looked at that lies in a medium: usually, and at the longest, days. */
export const checksIn = (medium: Medium) => MEDIUMS[medium].checks;

/** Rot in a medium. */
export const rotIn = (medium: Medium) => MEDIUMS[medium].rot;

/** What a piece of a medium is. */
export const pieceOf = (medium: Medium) => MEDIUMS[medium].piece;

/** What a tub of a medium is mixed from: sand, where it says nothing else. */
export const mixOf = (medium: Medium): TubMix => MEDIUMS[medium].mix ?? 'sand';

/** Whether what comes up in a medium grows on where it is. */
export const growsWhereSown = (medium: Medium): boolean => MEDIUMS[medium].growsOn === true;

/** What is done to lay seed into the same medium, fresh; nothing where that cannot be. */
export function freshening(medium: Medium): Sentence | undefined {
  const { freshen } = MEDIUMS[medium];
  return freshen && say.of(freshen);
}
