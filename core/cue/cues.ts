import type { DaysAdvice } from '@chill/model/species.ts';
import { say } from '@chill/words/cue.ts';
import { allOf, oneAfterAnother } from '@chill/words/lists.ts';
import { wordedRows } from '@chill/words/tables.ts';
import type { Term } from '@chill/words/terms.ts';
import type { CueProfile } from './fromProfile.ts';

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
  return 'about' in advice ? say('aboutDays', { about: advice.about }) : say('days', { from: advice.from, to: advice.to });
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
  /** The term of the field that explains it; where growers need none, none. */
  term: Term | undefined;
  /** What a species wants of it; `undefined` where it wants none. */
  of(species: CueProfile): Wanted | undefined;
  /** Whether it decides the recipe, or only how that is laid out. */
  decides: boolean;
  /** How to find out, with a few seeds, whether an unknown seed wants it. */
  test?: string;
  /** Whether the key shows a bar of its own for it, and where among them. */
  bar?: number;
}

const helps = (without: number) => without >= HELPS_ABOVE;
const chillOf = ({ cold }: CueProfile) => (cold.need === 'none' ? undefined : cold);

/** The one table of cues, in the order in which a seed meets them. */
export const CUES: Record<CueName, CueFacts> = wordedRows(say, ['name', 'test'], {
  fresh: {
    term: undefined,
    name: 'freshSowingNeverDried',
    of: ({ storage }) => (storage === 'recalcitrant' ? {} : undefined),
    decides: true,
    test: 'cutTwoForFlesh',
    bar: 7,
  },
  afterRipening: {
    term: 'afterRipening',
    name: 'dryStorage',
    of: ({ afterRipening: ripening }) => ripening && { days: ripening.days, onlyHelps: helps(ripening.releasedWithout) },
    decides: true,
    test: 'tryAfterRipening',
    bar: 5,
  },
  hardCoat: {
    term: 'scarification',
    name: 'scarification',
    of: ({ hardCoat }) => hardCoat && { onlyHelps: helps(hardCoat.untreated) },
    decides: true,
    test: 'soakTenForHardCoats',
    bar: 3,
  },
  heatPulse: {
    term: 'heatPulse',
    name: 'heatPulse',
    of: ({ heatPulse: heat }) => heat && { howMuch: say('minNearC', { from: heat.minutes.from, to: heat.minutes.to, at: heat.at_C }) },
    decides: false,
  },
  smoke: {
    term: 'smokeWater',
    name: 'smoke',
    of: ({ smoke }) => smoke && { onlyHelps: helps(smoke.without) },
    decides: true,
    test: 'trySmokeWater',
    bar: 4,
  },
  cold: {
    term: 'coldStratification',
    name: 'coldStratification',
    of(species) {
      const chill = chillOf(species);
      return chill && { days: chill.days, onlyHelps: chill.winters !== 2 && chill.need === 'benefits' };
    },
    decides: true,
    test: 'tryAfterCold',
    bar: 1,
  },
  warm: {
    term: 'warmStratification',
    name: 'warmStratification',
    of: ({ warmFirst }) => warmFirst && { days: warmFirst.days, onlyHelps: helps(warmFirst.releasedWithout) },
    decides: true,
    test: 'cutFiveForEmbryo',
    bar: 2,
  },
  secondWinter: {
    term: undefined,
    name: 'secondWinter',
    of(species) {
      const chill = chillOf(species);
      return chill?.winters === 2 ? { days: chill.days, onlyHelps: chill.need === 'benefits' } : undefined;
    },
    decides: true,
  },
  flooding: {
    term: undefined,
    name: 'flooding',
    of: ({ flooding }) => flooding && { onlyHelps: helps(flooding.without) },
    decides: true,
    test: 'tryStandingInWater',
    bar: 6,
  },
  alternating: {
    term: undefined,
    name: 'warmDaysCoolNights',
    of: ({ alternating: swing }) =>
      swing && { howMuch: say('c', { day: swing.day_C, night: swing.night_C }), onlyHelps: helps(swing.steady) },
    decides: false,
  },
  light: {
    term: undefined,
    name: 'light',
    of: ({ light }) => (light === 'needs light' ? {} : undefined),
    decides: false,
    test: 'tryInLight',
    bar: 8,
  },
  dark: {
    term: undefined,
    name: 'darkness',
    of: ({ light }) => (light === 'wants dark' ? {} : undefined),
    decides: false,
  },
  /** What waits for nothing: told of a species by {@link cuesOf}, which looks at all the others. */
  none: {
    term: undefined,
    name: 'nothing',
    of: () => undefined,
    decides: false,
  },
});

/** Every cue, in the order of the table. */
export const CUE_NAMES = Object.keys(CUES) as CueName[];

/** Everything that a species' seed waits for, in order; one step of `none` where it waits for nothing. */
export function cuesOf(species: CueProfile): CueStep[] {
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
export function waitsFor(species: CueProfile): string {
  const steps = cuesOf(species);
  const said = steps
    .filter(({ cue }) => cue !== 'none')
    .map(({ cue, howMuch, inDays, onlyHelps }) => {
      const name = CUES[cue].name;
      const amount = inDays ? say('of', { howMuch, name }) : name;
      return onlyHelps ? say('onlyHelps', { amount }) : amount;
    });
  if (steps[0]?.cue === 'none') return said.length === 0 ? say('needsNoTreatment') : say('needsOnly', { needs: allOf(said) });
  return say('needs', { needs: oneAfterAnother(said) });
}
