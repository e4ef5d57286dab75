import type { SproutingHabit } from '@chill/model/species.ts';
import { degreesPerDay, thermalTime } from './thermalTime.ts';

/** A place in which a species sprouts this many times slower than at its own temperature is no place for it. Assumption. */
const TOO_SLOW = 4;

/** What is wrong with a place's warmth for a species' sprouting, with the temperatures that would do, °C; `undefined` where it will do. */
export interface WrongWarmth {
  is: 'tooWarm' | 'tooCold';
  /** Between these it sprouts at a quarter of its own speed or faster. */
  from_C: number;
  to_C: number;
}

/** Whether it is too warm or too cold somewhere for a species to sprout, by the law of its sprouting; `halfSwing_C` is half the swing of the place's days. */
export function wrongWarmth(habit: SproutingHabit, celsius: number, halfSwing_C = 0): WrongWarmth | undefined {
  const law = thermalTime(habit);
  const enough = law.rate(habit.at_C) / TOO_SLOW;
  if (degreesPerDay(celsius, halfSwing_C, law) >= enough) return undefined;
  const slope = (habit.ceiling_C - habit.optimum_C) / (habit.optimum_C - habit.base_C);
  return {
    is: celsius > habit.optimum_C ? 'tooWarm' : 'tooCold',
    from_C: Math.ceil(habit.base_C + enough),
    to_C: Math.floor(habit.ceiling_C - enough * slope),
  };
}
