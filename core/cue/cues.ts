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

/** What each cue is called. */
export const CUE_NAMES: Record<CueName, string> = {
  fresh: 'fresh sowing, never dried',
  afterRipening: 'dry storage',
  hardCoat: 'an opened coat',
  heatPulse: 'a short heat',
  warm: 'moist warmth',
  cold: 'moist cold',
  secondWinter: 'a second winter',
  smoke: 'smoke',
  flooding: 'flooding',
  alternating: 'warm days and cool nights',
  light: 'light',
  dark: 'dark',
  none: 'nothing',
};

/** A cue of a species, in the order in which the seed meets it, with how long or how much. */
export interface CueStep {
  cue: CueName;
  /** "60 to 90 days", "20 by day, 8 °C by night"; empty where there is nothing to add. */
  howMuch: string;
  /** True where some come without. */
  onlyHelps: boolean;
}

/** More than this share coming without a cue means that it only helps. */
const HELPS_ABOVE = 0.5;

/** Advice as it is given: "60 to 90 days", "about 60 days". */
export function adviceText(advice: DaysAdvice): string {
  return 'about' in advice ? `about ${advice.about} days` : `${advice.from} to ${advice.to} days`;
}

/** Everything that a species' seed waits for, in order; one step of `none` where it waits for nothing. */
export function cuesOf(species: Species): CueStep[] {
  const steps: CueStep[] = [];
  const add = (cue: CueName, howMuch = '', onlyHelps = false) => steps.push({ cue, howMuch, onlyHelps });
  const { afterRipening, hardCoat, heatPulse, warmFirst, cold, smoke, flooding, alternating } = species;
  if (species.storage === 'recalcitrant') add('fresh');
  if (afterRipening) add('afterRipening', adviceText(afterRipening.days), afterRipening.freedWithout >= HELPS_ABOVE);
  if (hardCoat) add('hardCoat', '', hardCoat.untreated >= HELPS_ABOVE);
  if (heatPulse) add('heatPulse', `${heatPulse.minutes.from} to ${heatPulse.minutes.to} min near ${heatPulse.at_C} °C`);
  if (smoke) add('smoke', '', smoke.without >= HELPS_ABOVE);
  const chill = cold.need === 'none' ? undefined : cold;
  const twice = chill?.winters === 2;
  if (chill && twice) add('cold', adviceText(chill.days));
  if (warmFirst) add('warm', adviceText(warmFirst.days), warmFirst.freedWithout >= HELPS_ABOVE);
  if (chill) add(twice ? 'secondWinter' : 'cold', adviceText(chill.days), chill.need === 'benefits');
  if (flooding) add('flooding', '', flooding.without >= HELPS_ABOVE);
  if (alternating) add('alternating', `${alternating.day_C} and ${alternating.night_C} °C`, alternating.steady >= HELPS_ABOVE);
  if (species.light === 'needs light') add('light');
  if (species.light === 'wants dark') add('dark');
  const waits = steps.some(({ cue }) => cue !== 'light' && cue !== 'dark');
  if (!waits) steps.unshift({ cue: 'none', howMuch: '', onlyHelps: false });
  return steps;
}

/** What a species waits for, in one line: "waits for an opened coat, then 60 to 90 days of moist cold". */
export function waitsFor(species: Species): string {
  const steps = cuesOf(species);
  const said = steps
    .filter(({ cue }) => cue !== 'none')
    .map(({ cue, howMuch, onlyHelps }) => {
      const name = CUE_NAMES[cue];
      const amount = howMuch.includes('days') ? `${howMuch} of ${name}` : name;
      return onlyHelps ? `${amount} (it only helps)` : amount;
    });
  if (steps[0]?.cue === 'none') return said.length === 0 ? 'waits for nothing' : `waits for nothing but ${said.join(' and ')}`;
  return `waits for ${said.join(', then ')}`;
}
