import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { expect, test } from '@jest/globals';
import { jeffreys } from '../chance/shares.ts';
import type { Proposal } from './proposal.ts';
import { planFrom, propose, type Request, weighMethods } from './propose.ts';
import { methodsToWeigh } from './schools.ts';
import { allInTime, stillInTime } from './stillInTime.ts';

const handbook = loadHandbook();
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 24, order: 1 });
const request = (id: string, date: string): Request => ({
  species: handbook.find((one) => one.id === id) as Species,
  viable: jeffreys(17, 20),
  available: 200,
  wish: { plants: 1, confidence: 0.9, timing: { by: 'readyBy', date } },
  nursery,
  places: [place('fridge', 3.6), place('mat', 22), place('bench', 17)],
  today: '2027-01-15',
});

test('what is still in time is ready by the day and nothing stops it', () => {
  const { inTime } = stillInTime(request('larix-occidentalis', '2027-06-20'));
  expect(inTime.length).toBeGreaterThan(0);
  for (const { dates, against } of inTime) {
    expect(dates.plantOut <= '2027-06-20').toBe(true);
    expect(against.map(({ weight }) => weight)).not.toContain('stops');
  }
});

test('all of a lot goes by the method that the plan offers first of those in time', () => {
  const asked = request('larix-occidentalis', '2027-06-20');
  const first = weighMethods(asked).offered.find(({ late_days }) => late_days === 0) as Proposal;
  expect(allInTime(asked)).toMatchObject({ inTime: true, proposal: { method: { id: first.method.id } } });
  expect(allInTime(asked)?.plants).toEqual(planFrom(first, asked.wish, 200).expects);
});

test('where it is too late, the soonest of all methods is told', () => {
  const asked = request('trillium-grandiflorum', '2027-03-01');
  const best = allInTime(asked);
  const ready = methodsToWeigh(asked.species).methods.map(({ method, workedOut }) => propose(method, asked, workedOut).dates.plantOut);
  expect(best?.inTime).toBe(false);
  expect((best?.proposal.dates.plantOut ?? '') >= (ready.sort()[0] as string)).toBe(true);
  expect(best?.proposal.late_days).toBeGreaterThan(0);
});
