import { lotTests } from '@chill/core/results/learnedViable.ts';
import { type LearnedOf, learnedFrom, lessonsOf, MOST_TOLD } from '@chill/core/results/taught.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import { readLots } from '../store/lots.ts';
import { outcomesOfSpecies } from '../store/outcomes.ts';
import { readBeside } from '../store/raw.ts';

/** Species to learn of, as the handbook has them, with the nursery's own figures. */
export interface ToLearn {
  dataFolder: string;
  species: readonly Species[];
  figures: readonly OwnFigure[];
}

/** Learns, species by species; `null` where nothing tells of one. For a thread: it reads by itself what came of their batches and what tests of their lots found. */
export default function learn({ dataFolder, species, figures }: ToLearn): (LearnedOf | null)[] {
  const database = readBeside(dataFolder);
  try {
    const tests = lotTests(readLots(database));
    return species.map((one) => {
      const [lesson] = lessonsOf([one], { outcomes: outcomesOfSpecies(database, one.id, MOST_TOLD), figures, tests });
      return lesson ? learnedFrom(lesson) : null;
    });
  } finally {
    database.close();
  }
}
