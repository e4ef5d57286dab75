import { say } from '@chill/words/handbook.ts';
import type { PlainKey } from '@chill/words/subject.ts';

type Name = PlainKey<typeof say>;

/** A figure of an entry that the editor offers. */
interface Row {
  path: string;
  name: Name;
  unit?: '%' | '°C' | 'mm' | 'g' | 'days';
  /** Kept from 0 to 1, shown in a hundred. */
  share?: true;
}

/** The figures of an entry, in the order in which a seed meets them. One is offered where the entry has it. */
export const ROWS: readonly Row[] = [
  { path: 'hardCoat.untreated', name: 'swellUntreated', unit: '%', share: true },
  { path: 'hardCoat.openCoat', name: 'swellWhenFiled', unit: '%', share: true },
  { path: 'hardCoat.hotWater', name: 'swellAfterHotWater', unit: '%', share: true },
  { path: 'afterRipening.days.from', name: 'dryStoreFrom', unit: 'days' },
  { path: 'afterRipening.days.to', name: 'dryStore', unit: 'days' },
  { path: 'warmFirst.days.from', name: 'warmStratificationFrom', unit: 'days' },
  { path: 'warmFirst.days.to', name: 'warmStratification', unit: 'days' },
  { path: 'cold.days.from', name: 'coldStratificationFrom', unit: 'days' },
  { path: 'cold.days.to', name: 'coldStratificationTo', unit: 'days' },
  { path: 'cold.releasedWithout', name: 'germinateWithoutCold', unit: '%', share: true },
  { path: 'smoke.without', name: 'germinateWithoutSmoke', unit: '%', share: true },
  { path: 'smoke.with', name: 'germinateSmoke', unit: '%', share: true },
  { path: 'flooding.without', name: 'germinateUnflooded', unit: '%', share: true },
  { path: 'flooding.with', name: 'germinateFlooded', unit: '%', share: true },
  { path: 'drying.keepsMoist_days', name: 'keepsMoist', unit: 'days' },
  { path: 'drying.livesInAir_days', name: 'livesOpenAir', unit: 'days' },
  { path: 'sprouting.at_C', name: 'sprouts', unit: '°C' },
  { path: 'sprouting.days.from', name: 'sproutsFrom', unit: 'days' },
  { path: 'sprouting.days.to', name: 'sproutsTo', unit: 'days' },
  { path: 'sprouting.share', name: 'germinateOnceReady', unit: '%', share: true },
  { path: 'usuallyViable', name: 'usuallyViableTitle', unit: '%', share: true },
  { path: 'pot.days.best', name: 'pot', unit: 'days' },
  { path: 'pot.establishes', name: 'growPot', unit: '%', share: true },
  { path: 'liftAt_mm', name: 'liftRootAt', unit: 'mm' },
  { path: 'seed.length_mm', name: 'seedLength', unit: 'mm' },
  { path: 'seed.width_mm', name: 'seedWidth', unit: 'mm' },
  { path: 'seed.thickness_mm', name: 'seedThickness', unit: 'mm' },
  { path: 'seed.thousandSeeds_g', name: 'aThousandWeigh', unit: 'g' },
];

/** What a figure of an entry is called, with its unit. */
export function rowName({ name, unit }: Row): string {
  return [say(name), unit === 'days' ? say('daysWord') : unit].filter(Boolean).join(', ');
}

/** Cues that an entry may have or not, with what is written first where one is added. */
export const OPTIONAL: readonly { path: string; name: Name; fresh: unknown }[] = [
  { path: 'hardCoat', name: 'hardCoat', fresh: { untreated: 0.1, openCoat: 0.85, hotWater: 0.7 } },
  { path: 'afterRipening', name: 'dryStoreWord', fresh: { days: { from: 60, to: 180 }, releasedWithout: 0.3 } },
  { path: 'warmFirst', name: 'warmStratificationFirst', fresh: { days: { from: 60, to: 90 }, releasedWithout: 0.2 } },
  {
    path: 'cold',
    name: 'coldStratification',
    fresh: { need: 'required', days: { from: 45, to: 90 }, releasedWithout: 0.1, dryColdWorks: false },
  },
  { path: 'smoke', name: 'smoke', fresh: { without: 0.2, with: 0.7 } },
  { path: 'flooding', name: 'flooding', fresh: { without: 0.4, with: 0.9 } },
];

/** What a cue that an entry may have is called. */
export const cueName = ({ name }: { name: Name }): string => say(name);

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
