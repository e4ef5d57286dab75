import type { Sentence } from '@chill/words/subject.ts';

/** What a piece of a medium is: a towel in its bag, a tub of something damp, a tray of pots, an envelope. Room, water and seeds a piece follow from it. */
export type Piece = 'towel' | 'tub' | 'tray' | 'envelope';

/** Loss of wet seed a day in a fresh medium at 4 °C, and the age in days at which that has doubled. */
export interface RotRate {
  fresh_perDay: number;
  /** Infinity: it does not grow. */
  doublesAfter_days: number;
}

/** What tubs of a medium are mixed from. */
export type TubMix = 'sand' | 'vermiculite';

/** Everything that Chill decides by what seed lies in. */
export interface MediumFacts {
  /** What seed lies in, as it is told: "in damp sand". */
  name: Sentence;
  piece: Piece;
  /** What a tub of it is mixed from. */
  mix?: TubMix;
  /** True where what comes up in it grows on there: it is sown, and potted already. */
  growsOn?: true;
  /** What is done to lay the seed into fresh; a pot or a flat is left as it is and can only drain. */
  freshen?: Sentence;
  /** How often waiting seed is looked at: usually, and at the longest, days. */
  checks: { usual: number; longest: number };
  /**
   * Assumptions, to be corrected by each nursery's own records: mould spreads, so the hazard grows with the age of the wet medium.
   * A towel loses about 5 % in three weeks, 15 % in six and over 40 % in thirteen; sand about 9 % in thirteen.
   */
  rot: RotRate;
}
