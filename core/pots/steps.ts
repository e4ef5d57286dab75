import type { Tending } from '@chill/model/event.ts';
import type { PlainKey, Sentence } from '@chill/words/subject.ts';
import { say } from '@chill/words/tending.ts';
import type { GrowingStepKind } from './bringingOn.ts';

/** What a step is called, why it is done then, and what it costs to be late with it; the last two where there is something to say. */
interface StepWords {
  name: PlainKey<typeof say>;
  why: PlainKey<typeof say>;
  late?: PlainKey<typeof say>;
}

/** The one table of what is done for seedlings. */
const STEPS: Record<GrowingStepKind | Tending, StepWords> = {
  water: { name: 'stepWater', why: 'whyWater', late: 'lateWater' },
  up: { name: 'stepUp', why: 'whyUp' },
  domeOff: { name: 'stepDomeOff', why: 'whyDomeOff', late: 'lateDomeOff' },
  lights: { name: 'stepLights', why: 'whyLights', late: 'lateLights' },
  lightsOff: { name: 'stepLightsOff', why: 'whyLightsOff', late: 'lateLightsOff' },
  thin: { name: 'stepThin', why: 'whyThin', late: 'lateThin' },
  prickOut: { name: 'stepPrickOut', why: 'whyPrickOut', late: 'latePrickOut' },
  feed: { name: 'stepFeed', why: 'whyFeed', late: 'lateFeed' },
  potOn: { name: 'stepPotOn', why: 'whyPotOn', late: 'latePotOn' },
  hardenOff: { name: 'stepHardenOff', why: 'whyHardenOff', late: 'lateHardenOff' },
  plantOut: { name: 'stepPlantOut', why: 'whyPlantOut', late: 'latePlantOut' },
};

/** What is said of a step: its name, why it is done then, and what it costs to be late with it. */
export function stepSaid(step: GrowingStepKind | Tending): { name: Sentence; why: Sentence; late: Sentence | undefined } {
  const { name, why, late } = STEPS[step];
  return { name: say.of(name), why: say.of(why), late: late && say.of(late) };
}

/** What a step is called. */
export const stepName = (step: GrowingStepKind | Tending) => say(STEPS[step].name);

/** What they are potted on into. */
export const goesInto = (container: string) => say.of('goesInto', { container });

/** How many come off, where they are thinned. */
export const comesOff = (off: number) => say.of('comesOff', { off });
