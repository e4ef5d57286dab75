import { type LearnedOf, type Lesson, learnedFrom } from '@chill/core/results/taught.ts';

/** Learns. For a thread: a grid is gone through for each species. */
export default (lessons: readonly Lesson[]): LearnedOf[] => lessons.map(learnedFrom);
