/** Names that records were kept under before, and those that they have now. */
const PRESENT: Record<string, string> = {
  ways: 'methods',
  way: 'method',
  soundness: 'viability',
  sound: 'viable',
  freedWithout: 'releasedWithout',
  usuallySound: 'usuallyViable',
};
/** The same for values that a record is kept with. */
const PRESENT_VALUES: Record<string, string> = { sinkersAreSound: 'sinkersAreViable' };

/** A record that may have been written by a Chill of before, under the names of now: whatever else it holds stays as it is. */
export function inPresentNames(record: unknown): unknown {
  if (Array.isArray(record)) return record.map(inPresentNames);
  if (typeof record === 'string') return PRESENT_VALUES[record] ?? record;
  if (typeof record !== 'object' || record === null) return record;
  return Object.fromEntries(Object.entries(record).map(([name, value]) => [PRESENT[name] ?? name, inPresentNames(value)]));
}
