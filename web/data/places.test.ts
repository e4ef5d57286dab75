import type { Place } from '@chill/model/place.ts';
import { describe, expect, test } from '@jest/globals';
import type { BatchView, NurseryView } from './nursery.ts';
import { lodgersOf } from './places.ts';

const fridge: Place = { id: 'fridge', name: 'Fridge', kind: 'fridge', nominal_C: 4, capacity: 9, order: 1 };
const seed = { length_mm: 10, width_mm: 5, thickness_mm: 4, thousandSeeds_g: 40 };
const counts = { waiting: 60, swollen: 0, sprouted: 0, potted: 0, established: 0 };

function view(
  code: string,
  part: { placeId?: string; end?: string; medium?: string; underWay?: boolean; closedOn?: string; counts?: object },
): BatchView {
  const { placeId = 'fridge', end = '2027-03-01', medium = 'sand', underWay = true, closedOn } = part;
  return {
    batch: { code, plan: { way: { stages: [{ medium }] } } },
    species: { seed },
    projection: {
      state: { stage: 0, underWay, stages: [{ placeId }], counts: { ...counts, ...part.counts }, ...(closedOn && { closedOn }) },
      stages: [{ kind: 'coldMoist', end }],
    },
  } as unknown as BatchView;
}
const codes = (place: Place, ...batches: BatchView[]) =>
  lodgersOf(place, { batches } as unknown as NurseryView).map((one) => one.view.batch.code);

describe('what lies in a place', () => {
  test('is what is under way there, what leaves first before the rest', () => {
    const late = view('LATE', { end: '2027-05-01' });
    expect(
      codes(
        fridge,
        late,
        view('SOON', {}),
        view('ELSE', { placeId: 'mat' }),
        view('NEXT', { underWay: false }),
        view('DONE', { closedOn: '2027-01-01' }),
      ),
    ).toEqual(['SOON', 'LATE']);
  });
  test('takes room by what it lies in and by the seeds that are left of it', () => {
    const room = (batch: BatchView, place = fridge) => lodgersOf(place, { batches: [batch] } as unknown as NurseryView)[0]?.room;
    expect(room(view('A', { medium: 'ownPot' }))).toBe(3);
    expect(room(view('A', { medium: 'ownPot', counts: { waiting: 20 } }))).toBe(1);
    expect(room(view('A', {}), { ...fridge, room: 'litres' })).toBe(1);
    expect(room(view('A', { counts: { waiting: 0 } }))).toBe(0);
  });
});
