import { say } from '@chill/words/handbook.ts';

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
  {
    path: 'hardCoat.untreated',
    get name() {
      return say('swellUntreated');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'hardCoat.openCoat',
    get name() {
      return say('swellWhenFiled');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'hardCoat.hotWater',
    get name() {
      return say('swellAfterHotWaterSoak');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'afterRipening.days.from',
    get name() {
      return say('dryStoreFrom');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'afterRipening.days.to',
    get name() {
      return say('dryStore');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'warmFirst.days.from',
    get name() {
      return say('warmStratificationFrom');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'warmFirst.days.to',
    get name() {
      return say('warmStratification');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'cold.days.from',
    get name() {
      return say('coldStratificationFrom');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'cold.days.to',
    get name() {
      return say('coldStratificationTo');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'cold.freedWithout',
    get name() {
      return say('germinateWithoutCold');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'smoke.without',
    get name() {
      return say('germinateWithoutSmoke');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'smoke.with',
    get name() {
      return say('germinateSmoke');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'flooding.without',
    get name() {
      return say('germinateUnflooded');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'flooding.with',
    get name() {
      return say('germinateFlooded');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'drying.keepsMoist_days',
    get name() {
      return say('keepsMoist');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'drying.livesInAir_days',
    get name() {
      return say('livesOpenAir');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'sprouting.at_C',
    get name() {
      return say('sprouts');
    },
    unit: '°C',
  },
  {
    path: 'sprouting.days.from',
    get name() {
      return say('sproutsFrom');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'sprouting.days.to',
    get name() {
      return say('sproutsTo');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'sprouting.share',
    get name() {
      return say('germinateOnceReady');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'usuallySound',
    get name() {
      return say('usuallyViableTitle');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'pot.days.best',
    get name() {
      return say('pot');
    },
    get unit() {
      return say('daysWord');
    },
  },
  {
    path: 'pot.establishes',
    get name() {
      return say('growPot');
    },
    unit: '%',
    share: true,
  },
  {
    path: 'liftAt_mm',
    get name() {
      return say('liftRootAt');
    },
    unit: 'mm',
  },
  {
    path: 'seed.length_mm',
    get name() {
      return say('seedLength');
    },
    unit: 'mm',
  },
  {
    path: 'seed.width_mm',
    get name() {
      return say('seedWidth');
    },
    unit: 'mm',
  },
  {
    path: 'seed.thickness_mm',
    get name() {
      return say('seedThickness');
    },
    unit: 'mm',
  },
  {
    path: 'seed.thousandSeeds_g',
    get name() {
      return say('aThousandWeigh');
    },
    unit: 'g',
  },
];

/** Cues that an entry may have or not, with what is written first where one is added. */
export const OPTIONAL: readonly { path: string; name: string; fresh: unknown }[] = [
  {
    path: 'hardCoat',
    get name() {
      return say('hardCoat');
    },
    fresh: { untreated: 0.1, openCoat: 0.85, hotWater: 0.7 },
  },
  {
    path: 'afterRipening',
    get name() {
      return say('dryStoreWord');
    },
    fresh: { days: { from: 60, to: 180 }, freedWithout: 0.3 },
  },
  {
    path: 'warmFirst',
    get name() {
      return say('warmStratificationFirst');
    },
    fresh: { days: { from: 60, to: 90 }, freedWithout: 0.2 },
  },
  {
    path: 'cold',
    get name() {
      return say('coldStratification');
    },
    fresh: { need: 'required', days: { from: 45, to: 90 }, freedWithout: 0.1, dryColdWorks: false },
  },
  {
    path: 'smoke',
    get name() {
      return say('smoke');
    },
    fresh: { without: 0.2, with: 0.7 },
  },
  {
    path: 'flooding',
    get name() {
      return say('flooding');
    },
    fresh: { without: 0.4, with: 0.9 },
  },
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
