import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';

/** The day on which every plan of the calibration is made. */
export const TODAY = '2026-10-01';
export const NURSERY: Nursery = SALLOW_GAP;

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
