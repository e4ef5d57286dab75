import { shown } from '@chill/words/subject.ts';

/** A range as it is told: "3–8", and "3" where both ends are the same. */
export function span({ low, high }: { low: number; high: number }): string {
  return low === high ? shown(low) : `${shown(low)}–${shown(high)}`;
}
