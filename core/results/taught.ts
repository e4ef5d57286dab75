import type { LotTest } from '@chill/model/lot.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { asNurseryHas } from './asUsed.ts';
import { type CameUpIn, cameUpBySowing } from './cameUp.ts';
import { type Learned, learnSpecies } from './learned.ts';
import { type LotsApart, lotsApart } from './lotsApart.ts';
import { type VarietyApart, varietiesApart } from './varieties.ts';

/** Counted up whenever the same lesson would teach otherwise: what is kept of what was learned is then learned anew. */
export const LEARNED_AS = 3;

/**
 * Of more batches, or tests of lots, than this the latest tell of a species: its ranges are within a few percent by then, and seed of ten years ago was other
 * seed.
 */
export const MOST_TOLD = 300;

/** All that one species is learned from: itself as the nursery has it, what came of its batches, its figures made one's own or forgotten, tests of its lots. */
export interface Lesson {
  species: Species;
  outcomes: Outcome[];
  figures: OwnFigure[];
  tests: LotTest[];
}

/** What a nursery's own results say of one species, and lots of it that truly differ. */
export interface LearnedOf {
  speciesId: string;
  learned: Learned;
  apart: LotsApart[];
  /** Varieties that differ from the species' other seed beyond luck. */
  varieties: VarietyApart[];
  /** What came up where it was sown, by what it was sown into and how deep. */
  sown: CameUpIn[];
}

/** What is learned of every species of which something was grown or tested, and the nursery's own figures that were in force as it was learned. */
export interface Taught {
  figures: OwnFigure[];
  species: LearnedOf[];
}

/** Deals out what is known, species by species; of what was never grown nor tested there is no lesson. */
export function lessonsOf(
  printed: readonly Species[],
  { outcomes, figures, tests }: { outcomes: readonly Outcome[]; figures: readonly OwnFigure[]; tests: readonly LotTest[] },
): Lesson[] {
  return printed.flatMap((one): Lesson[] => {
    const of = <T extends { speciesId: string }>(all: readonly T[]) => all.filter(({ speciesId }) => speciesId === one.id);
    // A bag that was lost teaches only that bags get lost.
    const closed = of(outcomes).filter(({ gone }) => !gone);
    const lesson = {
      outcomes: latest(closed, ({ closedOn }) => closedOn),
      figures: of(figures),
      tests: latest(of(tests), ({ on }) => on),
    };
    return lesson.outcomes.length + lesson.tests.length > 0 ? [{ species: asNurseryHas(one, lesson.figures), ...lesson }] : [];
  });
}

function latest<T>(all: readonly T[], on: (one: T) => PlainDate): T[] {
  return all.toSorted((a, b) => on(b).localeCompare(on(a))).slice(0, MOST_TOLD);
}

/** What one lesson teaches. */
export function learnedFrom({ species, outcomes, figures, tests }: Lesson): LearnedOf {
  const learned = learnSpecies(species, outcomes, figures, tests);
  // Roots on a towel and shoots out of mix do not tell two lots apart.
  const onTowels = outcomes.filter(({ sown }) => !sown);
  return {
    speciesId: species.id,
    learned,
    apart: lotsApart(species, onTowels),
    varieties: varietiesApart(species, onTowels),
    sown: cameUpBySowing(outcomes),
  };
}
