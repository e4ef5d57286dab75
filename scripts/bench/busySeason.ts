import { randomFrom } from '../../core/chance/random.ts';
import type { StockedLot } from '../../core/nursery/stocked.ts';
import type { SeasonToPlan } from '../../core/planning/season.ts';
import type { Place } from '../../model/place.ts';
import { Priority } from '../../model/promise.ts';
import { handbook, NURSERY, TODAY } from '../../server/testing.ts';

/** Sixty promises of forty species, for four dates up to forty weeks on, and a nursery whose fridges and benches are too small for all of them. */
export function busySeason(promises: number): SeasonToPlan {
  const random = randomFrom('busy season');
  const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  const place = (name: string, kind: Place['kind'], nominal_C: number, capacity: number, order: number): Place => ({
    ...{ id: name, name, kind, nominal_C, capacity, order },
  });
  const places = [
    ...[0, 1, 2].map((i) => place(`fridge ${i}`, 'fridge', 4 + i / 2, 24, i)),
    place('freezer', 'freezer', -18, 8, 4),
    ...[0, 1].map((i) => place(`mat ${i}`, 'mat', 22, 12, 5 + i)),
    ...[0, 1, 2, 3].map((i) => place(`bench ${i}`, 'bench', 17, 30, 7 + i)),
    ...[0, 1].map((i) => place(`frame ${i}`, 'outdoors', 2, 20, 11 + i)),
  ];
  const species = handbook.filter((_, i) => i % 3 === 0).slice(0, 40);
  const lots = species.map(
    (one, i): StockedLot => ({
      ...{ id: `lot ${i}`, code: `L${i}`, speciesId: one.id, unassigned: whole(200, 900) },
      viability: { kind: 'tested', viable: whole(10, 19), tested: 20 },
      provenance: { kind: 'collected', place: 'North slope', on: '2026-08-01' },
    }),
  );
  const wanted = Array.from({ length: promises }, (_, i) => {
    const plants = whole(8, 45);
    const on = ['2027-05-30', '2027-06-10', '2027-06-25', '2027-08-07'][i % 4] as string;
    const priority = Priority.options[i % 3] as Priority;
    return {
      plants,
      promise: { id: `p${i}`, speciesId: species[i % species.length]?.id ?? '', plants, on, whom: `planting ${i}`, priority },
    };
  });
  return {
    ...{ today: TODAY, nursery: NURSERY, places, species, lots, stays: [], work: [], wanted },
    ...{ lotRule: 'oldest', pinned: [], without: [], withdraw: [] },
  };
}
