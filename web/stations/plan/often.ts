import { say } from '@chill/words/plan.ts';

/** How often something comes about, as it is said, never more than is true: "9 times in 10", "19 times in 20". */
export function often(chance: number): string {
  if (chance >= 0.95) return say('oftenTimes20');
  // A wish for nine in ten is met by a hair.
  const tenths = Math.floor(chance * 10 + 1e-9);
  return tenths === 0 ? say('oftenHardly') : say('oftenTimes10', { count: tenths });
}
