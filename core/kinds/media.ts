import type { Medium } from '@chill/model/stage.ts';
import { type Sentence, spoken, wording } from '@chill/words/subject.ts';
import { envelope } from './media/envelope.ts';
import { film } from './media/film.ts';
import type { MediumFacts, TubMix } from './media/kind.ts';
import { outdoorFlat } from './media/outdoorFlat.ts';
import { ownPot } from './media/ownPot.ts';
import { sand } from './media/sand.ts';
import { towel } from './media/towel.ts';
import { vermiculite } from './media/vermiculite.ts';

export type { Piece, RotRate, TubMix } from './media/kind.ts';

/** The one list of media. A medium that is new to the model is a module here. */
const MEDIUMS: Record<Medium, MediumFacts> = { towel, film, vermiculite, sand, ownPot, outdoorFlat, envelope };

/** What seed lies in, as it is told: "in damp sand". */
export const mediumName = wording('mediumName', (medium: Medium): string => spoken(MEDIUMS[medium].name));

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
export const freshening = (medium: Medium): Sentence | undefined => MEDIUMS[medium].freshen;
