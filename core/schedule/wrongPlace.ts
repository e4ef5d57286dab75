import type { Units } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/schedule.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { STAGES } from '../kinds/stages.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { type WrongWarmth, wrongWarmth } from '../sprout/tooWarm.ts';
import { showQuantity } from '../units/quantities.ts';
import { type Situation, warmthOf } from './situation.ts';
import type { Draft } from './task.ts';

/** Before it is laid there: that a place is too warm or too cold for a seed to sprout in. */
export function wrongPlace(
  next: ProjectedStage | undefined,
  placeId: string | undefined,
  situation: Situation,
): Pick<Draft, 'lateness' | 'pressing'> | undefined {
  const place = situation.places.find(({ id }) => id === placeId);
  if (!next || !place || STAGES[next.kind].course !== 'sprouts') return undefined;
  const { celsius, halfSwing_C } = warmthOf(place, situation);
  const wrong = wrongWarmth(situation.species.sprouting, celsius, halfSwing_C);
  if (wrong) return { lateness: wrongWarmthWords(wrong, place.name, celsius, situation.nursery.settings.units), pressing: true };
  const light = wrongLightWords(situation.species, place);
  return light && { lateness: light, pressing: true };
}

/** That a place has light where a seed wants dark, or none where it needs it; `undefined` where it will do, or nobody said what the place has. */
export function wrongLightWords({ light }: Pick<Species, 'light'>, place: Pick<Place, 'name' | 'light'>): Sentence | undefined {
  if (light === 'needs light' && place.light === 'dark') return say.of('placeDark', { place: place.name });
  if (light === 'wants dark' && place.light === 'lit') return say.of('placeLit', { place: place.name });
  return undefined;
}

/** That a place is too warm or too cold for a seed, and what would do. */
export function wrongWarmthWords({ is, from_C, to_C }: WrongWarmth, place: string, celsius: number, units: Units): Sentence {
  const show = (of_C: number) => showQuantity(of_C, 'temperature_C', units);
  const facts = { place, celsius: show(Math.round(celsius)), from: show(from_C), to: show(to_C) };
  return is === 'tooWarm' ? say.of('placeTooWarm', facts) : say.of('placeTooCold', facts);
}
