import type { Proposal } from '@chill/core/methods/proposal.ts';
import { propose, type Request } from '@chill/core/methods/propose.ts';
import { methodsToWeigh } from '@chill/core/methods/schools.ts';
import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Month } from '@chill/sim/weather.ts';

/** The day on which every plan of the calibration is made. */
export const TODAY = '2026-10-01';
/** Its clock is UTC: half a million local midnights are nobody's question here. */
export const NURSERY: Nursery = { ...SALLOW_GAP, timeZone: 'UTC' };
export const MONTHS = NURSERY.climate as readonly Month[];

/**
 * A method of a species that makes sense here without a winter outdoors, drawn at random; `undefined` where there is none. One that Chill warns of, since
 * nothing sprouts where it would be laid, is not followed.
 */
export function someMethod(request: Request, chance: () => number): Proposal | undefined {
  const { methods } = methodsToWeigh(request.species);
  const indoors = methods.filter(({ method }) => !method.stages.some(({ kind }) => kind === 'outdoorWinter'));
  while (indoors.length > 0) {
    const [{ method, workedOut }] = indoors.splice(Math.floor(chance() * indoors.length), 1) as [(typeof indoors)[number]];
    const proposal = propose(method, request, workedOut);
    if (proposal.seeds !== undefined && !proposal.against.some(({ code, weight }) => weight === 'stops' || code === 'sproutsInCold'))
      return proposal;
  }
  return undefined;
}

let serial = 0;
export const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: newId(), name: kind, kind, nominal_C, capacity: 10_000, order: 1 });
export const PLACES: Place[] = [
  place('fridge', 4),
  place('freezer', -18),
  place('mat', 21),
  place('bench', 18),
  place('shelf', 20),
  place('drawer', 18),
  { ...place('outdoors', 4), cover: { animals: true, rain: true } },
];
