/** A figure of an entry that the editor offers. */
interface Row {
  path: string;
  name: string;
  unit?: string;
  /** Kept from 0 to 1, shown in a hundred. */
  share?: true;
}

/** The figures of an entry, in the order in which a seed meets them. One is offered where the entry has it. */
export const ROWS: readonly Row[] = [
  { path: 'hardCoat.untreated', name: 'Swell untreated', unit: '%', share: true },
  { path: 'hardCoat.openCoat', name: 'Swell once filed', unit: '%', share: true },
  { path: 'hardCoat.hotWater', name: 'Swell once scalded', unit: '%', share: true },
  { path: 'afterRipening.days.from', name: 'Dry store, from', unit: 'days' },
  { path: 'afterRipening.days.to', name: 'Dry store, to', unit: 'days' },
  { path: 'warmFirst.days.from', name: 'Moist warmth, from', unit: 'days' },
  { path: 'warmFirst.days.to', name: 'Moist warmth, to', unit: 'days' },
  { path: 'cold.days.from', name: 'Moist cold, from', unit: 'days' },
  { path: 'cold.days.to', name: 'Moist cold, to', unit: 'days' },
  { path: 'cold.freedWithout', name: 'Come without cold', unit: '%', share: true },
  { path: 'smoke.without', name: 'Come without smoke', unit: '%', share: true },
  { path: 'smoke.with', name: 'Come with smoke', unit: '%', share: true },
  { path: 'flooding.without', name: 'Come unflooded', unit: '%', share: true },
  { path: 'flooding.with', name: 'Come flooded', unit: '%', share: true },
  { path: 'drying.keepsMoist_days', name: 'Keeps moist', unit: 'days' },
  { path: 'drying.livesInAir_days', name: 'Lives in the open air', unit: 'days' },
  { path: 'sprouting.at_C', name: 'Sprouts at', unit: '°C' },
  { path: 'sprouting.days.from', name: 'Sprouts, from', unit: 'days' },
  { path: 'sprouting.days.to', name: 'Sprouts, to', unit: 'days' },
  { path: 'sprouting.share', name: 'Sprout once ready', unit: '%', share: true },
  { path: 'usuallySound', name: 'Usually viable', unit: '%', share: true },
  { path: 'pot.days.best', name: 'In the pot', unit: 'days' },
  { path: 'pot.establishes', name: 'Grow on in the pot', unit: '%', share: true },
  { path: 'liftAt_mm', name: 'Lift a root at', unit: 'mm' },
  { path: 'seed.length_mm', name: 'Seed length', unit: 'mm' },
  { path: 'seed.width_mm', name: 'Seed width', unit: 'mm' },
  { path: 'seed.thickness_mm', name: 'Seed thickness', unit: 'mm' },
  { path: 'seed.thousandSeeds_g', name: 'A thousand weigh', unit: 'g' },
];

/** Cues that an entry may have or not, with what is written first where one is added. */
export const OPTIONAL: readonly { path: string; name: string; fresh: unknown }[] = [
  { path: 'hardCoat', name: 'hard coat', fresh: { untreated: 0.1, openCoat: 0.85, hotWater: 0.7 } },
  { path: 'afterRipening', name: 'dry store', fresh: { days: { from: 60, to: 180 }, freedWithout: 0.3 } },
  { path: 'warmFirst', name: 'moist warmth first', fresh: { days: { from: 60, to: 90 }, freedWithout: 0.2 } },
  { path: 'cold', name: 'moist cold', fresh: { need: 'required', days: { from: 45, to: 90 }, freedWithout: 0.1, dryColdWorks: false } },
  { path: 'smoke', name: 'smoke', fresh: { without: 0.2, with: 0.7 } },
  { path: 'flooding', name: 'flooding', fresh: { without: 0.4, with: 0.9 } },
];

/** What stands at a dotted path, or `undefined`. */
export function getAt(record: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], record);
}

/** A copy with another value at a dotted path; `undefined` takes it out. */
export function setAt<T>(record: T, path: string, value: unknown): T {
  const [key, ...rest] = path.split('.') as [string, ...string[]];
  const copy = (Array.isArray(record) ? [...record] : { ...record }) as Record<string, unknown>;
  if (rest.length > 0) copy[key] = setAt(copy[key], rest.join('.'), value);
  else if (value === undefined) delete copy[key];
  else copy[key] = value;
  return copy as T;
}
