import type { LotTest } from '@chill/model/lot.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { asNurseryHas } from './asUsed.ts';
import { type Learned, learnSpecies } from './learned.ts';
import { type LotsApart, lotsApart } from './lotsApart.ts';

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
    const lesson = { outcomes: of(outcomes).filter(({ gone }) => !gone), figures: of(figures), tests: of(tests) };
    return lesson.outcomes.length + lesson.tests.length > 0 ? [{ species: asNurseryHas(one, lesson.figures), ...lesson }] : [];
  });
}

/** What one lesson teaches. */
export function learnedFrom({ species, outcomes, figures, tests }: Lesson): LearnedOf {
  return { speciesId: species.id, learned: learnSpecies(species, outcomes, figures, tests), apart: lotsApart(species, outcomes) };
}
