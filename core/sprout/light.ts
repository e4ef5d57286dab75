import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';

/** The share of seed that needs light which comes in the dark, and of seed that wants dark which comes in the light. Assumptions: species differ widely. */
export const WRONG_LIGHT_SHARE = { dark: 0.4, lit: 0.6 };

/** The share that comes in the light, or without it, that a place has; 1 where that is what the seed wants, or nobody said. */
export function litShare({ light }: Pick<Species, 'light'>, has: Place['light']): number {
  const wrong = (light === 'needs light' && has === 'dark') || (light === 'wants dark' && has === 'lit');
  return wrong && has ? WRONG_LIGHT_SHARE[has] : 1;
}
