import type { Units } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/schedule.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { type Situation, warmthOf } from '../follow/situation.ts';
import { swingsEnough } from '../follow/whereItSprouts.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { litShare } from '../sprout/light.ts';
import { type WrongWarmth, wrongWarmth } from '../sprout/tooWarm.ts';
import { percent } from '../units/percent.ts';
import { showQuantity } from '../units/quantities.ts';
import type { Draft } from './task.ts';

/** Before it is laid there: that a place is too warm or too cold for a seed to sprout in. */
export function wrongPlace(
  next: ProjectedStage | undefined,
  placeId: PlaceId | undefined,
  situation: Situation,
): Pick<Draft, 'lateness' | 'pressing'> | undefined {
  const place = situation.places.find(({ id }) => id === placeId);
  if (!next || !place || STAGES[next.kind].course !== 'sprouts') return undefined;
  const { celsius, halfSwing_C } = warmthOf(place, situation);
  const wrong = wrongWarmth(situation.species.sprouting, celsius, halfSwing_C);
  if (wrong) return { lateness: wrongWarmthWords(wrong, place.name, celsius, situation.nursery.settings.units), pressing: true };
  const light = wrongLightWords(situation.species, place);
  if (light) return { lateness: light, pressing: true };
  const steady = tooSteadyWords(situation.species, place.name, halfSwing_C, situation.nursery.settings.units);
  return steady && { lateness: steady };
}

/** That a place has light where a seed wants dark, or none where it needs it; `undefined` where it will do, or nobody said what the place has. */
export function wrongLightWords(
  species: Pick<Species, 'light'>,
  { name: place, light }: Pick<Place, 'name' | 'light'>,
): Sentence | undefined {
  const share = litShare(species, light);
  if (share === 1) return undefined;
  return light === 'dark' ? say.of('placeDark', { place, share: percent(share) }) : say.of('placeLit', { place, share: percent(share) });
}

/** That days and nights of a place differ too little for a seed that wants them to; `undefined` where they do not, or it does not mind. */
export function tooSteadyWords(
  species: Pick<Species, 'alternating'>,
  place: string,
  halfSwing_C: number | undefined,
  units: Units,
): Sentence | undefined {
  const { alternating } = species;
  if (!alternating || swingsEnough(species, halfSwing_C)) return undefined;
  const [day, night] = [alternating.day_C, alternating.night_C].map((of_C) => showQuantity(of_C, 'temperature_C', units));
  return say.of('placeSteady', { place, day, night, share: percent(alternating.steady) });
}

/** That a place is too warm or too cold for a seed, and what would do. */
export function wrongWarmthWords({ is, from_C, to_C }: WrongWarmth, place: string, celsius: number, units: Units): Sentence {
  const show = (of_C: number) => showQuantity(of_C, 'temperature_C', units);
  const facts = { place, celsius: show(Math.round(celsius)), from: show(from_C), to: show(to_C) };
  return is === 'tooWarm' ? say.of('placeTooWarm', facts) : say.of('placeTooCold', facts);
}
