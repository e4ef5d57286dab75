import type { Outcome, SproutVisit } from '@chill/model/outcome.ts';
import type { Counted } from './compare.ts';
import { sum } from './weighed.ts';

/** Whether what a check found had come in the warmth; before that was told apart, by its day alone. */
export const cameInWarmth = ({ day, inCold }: Pick<SproutVisit, 'day' | 'inCold'>): boolean => !inCold && day >= 0;

/**
 * How many germinated, of those that came through the cold: what came while it was cold, and all that lay there when the warmth began. What rotted in the
 * cold says nothing of germination.
 */
export function germinated({ visits, seeds }: Pick<NonNullable<Outcome['sprouting']>, 'visits' | 'seeds'>): Counted {
  const inTheCold = sum(visits.map((visit) => (cameInWarmth(visit) ? 0 : visit.came)));
  const of = inTheCold + seeds;
  return { came: Math.min(of, sum(visits.map(({ came }) => came))), of };
}
