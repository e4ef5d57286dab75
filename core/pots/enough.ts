/** How what is expected stands against what is wanted. */
export interface Enough {
  stands: 'covered' | 'maybe' | 'short';
  /** Plants that are missing in the worst of the range, and in the best. */
  shortBy: { low: number; high: number };
}

/** Whether a range of plants, 9 times in 10, covers so many wanted: surely, perhaps, or not. */
export function enoughFor(wanted: number, { low, high }: { low: number; high: number }): Enough {
  const shortBy = { low: Math.max(0, wanted - high), high: Math.max(0, wanted - low) };
  return { stands: shortBy.high === 0 ? 'covered' : shortBy.low > 0 ? 'short' : 'maybe', shortBy };
}
