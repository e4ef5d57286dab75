import type { DaysAdvice, Species } from '@chill/model/species.ts';

/** One thing that a seed waits for, or that helps it. */
export type CueName =
  | 'fresh'
  | 'afterRipening'
  | 'hardCoat'
  | 'heatPulse'
  | 'warm'
  | 'cold'
  | 'secondWinter'
  | 'smoke'
  | 'flooding'
  | 'alternating'
  | 'light'
  | 'dark'
  | 'none';

/** A cue of a species, in the order in which the seed meets it, with how long or how much. */
export interface CueStep {
  cue: CueName;
  /** "60 to 90 days", "20 by day, 8 °C by night"; empty where there is nothing to add. */
  howMuch: string;
  /** True where that is a number of days of it. */
  inDays: boolean;
  /** True where some come without. */
  onlyHelps: boolean;
}

/** More than this share coming without a cue means that it only helps. */
const HELPS_ABOVE = 0.5;

/** Advice as it is given: "60 to 90 days", "about 60 days". */
export function adviceText(advice: DaysAdvice): string {
  return 'about' in advice ? `about ${advice.about} days` : `${advice.from} to ${advice.to} days`;
}

/** How much of a cue a species wants, and whether some come without it. */
interface Wanted {
  days?: DaysAdvice;
  howMuch?: string;
  onlyHelps?: boolean;
}

/** Everything that Chill knows of a cue, besides the stages that answer to it. */
interface CueFacts {
  name: string;
  /** What a species wants of it; `undefined` where it wants none. */
  of(species: Species): Wanted | undefined;
  /** Whether it decides the recipe, or only how that is laid out. */
  decides: boolean;
  /** How to find out, with a few seeds, whether an unknown seed wants it. */
  test?: string;
  /** Whether the key shows a bar of its own for it, and where among them. */
  bar?: number;
}

const helps = (without: number) => without >= HELPS_ABOVE;
const chillOf = ({ cold }: Species) => (cold.need === 'none' ? undefined : cold);

/** The one table of cues, in the order in which a seed meets them. */
export const CUES: Record<CueName, CueFacts> = {
  fresh: {
    name: 'fresh sowing, never dried',
    of: ({ storage }) => (storage === 'recalcitrant' ? {} : undefined),
    decides: true,
    test: 'Dry five in the room for a week, then soak and cut: dead ones are soft and grey.',
    bar: 7,
  },
  afterRipening: {
    name: 'dry storage',
    of: ({ afterRipening: ripening }) => ripening && { days: ripening.days, onlyHelps: helps(ripening.freedWithout) },
    decides: true,
    test: 'Ten now, ten after three months in a dry drawer.',
    bar: 5,
  },
  hardCoat: {
    name: 'an opened coat',
    of: ({ hardCoat }) => hardCoat && { onlyHelps: helps(hardCoat.untreated) },
    decides: true,
    test: 'Leave ten in water overnight. Those that have not swollen have a hard coat; nick two of them and soak again.',
    bar: 3,
  },
  heatPulse: {
    name: 'a short heat',
    of: ({ heatPulse: heat }) => heat && { howMuch: `${heat.minutes.from} to ${heat.minutes.to} min near ${heat.at_C} °C` },
    decides: false,
  },
  smoke: {
    name: 'smoke',
    of: ({ smoke }) => smoke && { onlyHelps: helps(smoke.without) },
    decides: true,
    test: 'Ten soaked overnight in smoke water, ten in plain water, side by side.',
    bar: 4,
  },
  cold: {
    name: 'moist cold',
    of(species) {
      const chill = chillOf(species);
      return chill && { days: chill.days, onlyHelps: chill.winters !== 2 && chill.need === 'benefits' };
    },
    decides: true,
    test: 'Ten on a warm towel now, ten after six weeks in the fridge: the difference is what cold is worth.',
    bar: 1,
  },
  warm: {
    name: 'moist warmth',
    of: ({ warmFirst }) => warmFirst && { days: warmFirst.days, onlyHelps: helps(warmFirst.freedWithout) },
    decides: true,
    test: 'Cut five lengthwise. An embryo that fills a small part of the seed must grow in warmth first.',
    bar: 2,
  },
  secondWinter: {
    name: 'a second winter',
    of(species) {
      const chill = chillOf(species);
      return chill?.winters === 2 ? { days: chill.days, onlyHelps: chill.need === 'benefits' } : undefined;
    },
    decides: true,
  },
  flooding: {
    name: 'flooding',
    of: ({ flooding }) => flooding && { onlyHelps: helps(flooding.without) },
    decides: true,
    test: 'Ten in a pot standing in water, ten in one that drains.',
    bar: 6,
  },
  alternating: {
    name: 'warm days and cool nights',
    of: ({ alternating: swing }) => swing && { howMuch: `${swing.day_C} and ${swing.night_C} °C`, onlyHelps: helps(swing.steady) },
    decides: false,
  },
  light: {
    name: 'light',
    of: ({ light }) => (light === 'needs light' ? {} : undefined),
    decides: false,
    test: 'Ten pressed on the surface, ten covered: count after three weeks.',
    bar: 8,
  },
  dark: { name: 'dark', of: ({ light }) => (light === 'wants dark' ? {} : undefined), decides: false },
  /** What waits for nothing: told of a species by {@link cuesOf}, which looks at all the others. */
  none: { name: 'nothing', of: () => undefined, decides: false },
};

/** Every cue, in the order of the table. */
export const CUE_NAMES = Object.keys(CUES) as CueName[];

/** Everything that a species' seed waits for, in order; one step of `none` where it waits for nothing. */
export function cuesOf(species: Species): CueStep[] {
  const steps = CUE_NAMES.flatMap((cue): CueStep[] => {
    const wanted = CUES[cue].of(species);
    if (!wanted) return [];
    const { days, howMuch = '', onlyHelps = false } = wanted;
    return [{ cue, howMuch: days ? adviceText(days) : howMuch, inDays: days !== undefined, onlyHelps }];
  });
  // One winter comes after the warmth, the first of two before it.
  const [cold, warm] = [steps.findIndex(({ cue }) => cue === 'cold'), steps.findIndex(({ cue }) => cue === 'warm')];
  const twice = steps.some(({ cue }) => cue === 'secondWinter');
  if (!twice && cold >= 0 && warm > cold) steps.splice(warm, 0, ...steps.splice(cold, 1));
  if (!steps.some(({ cue }) => cue !== 'light' && cue !== 'dark'))
    steps.unshift({ cue: 'none', howMuch: '', inDays: false, onlyHelps: false });
  return steps;
}

/** What a species waits for, in one line: "waits for an opened coat, then 60 to 90 days of moist cold". */
export function waitsFor(species: Species): string {
  const steps = cuesOf(species);
  const said = steps
    .filter(({ cue }) => cue !== 'none')
    .map(({ cue, howMuch, inDays, onlyHelps }) => {
      const name = CUES[cue].name;
      const amount = inDays ? `${howMuch} of ${name}` : name;
      return onlyHelps ? `${amount} (it only helps)` : amount;
    });
  if (steps[0]?.cue === 'none') return said.length === 0 ? 'waits for nothing' : `waits for nothing but ${said.join(' and ')}`;
  return `waits for ${said.join(', then ')}`;
}
