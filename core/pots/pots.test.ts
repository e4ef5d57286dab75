import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Container, ContainerFacts } from '@chill/model/container.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { daylengthHours } from '../calendar/daylength.ts';
import { CONTAINERS, nextContainer, usualContainer } from '../mix/containers.ts';
import { bringingOn, type GrowingStepKind } from './bringingOn.ts';
import { livingByDay, pottedOn } from './living.ts';
import { sessionFor, USUAL_RECIPE } from './potting.ts';
import { degreeDaysToPotOn } from './rootBound.ts';
import { riskBehind, seedlingsFrom } from './survival.ts';

const of = (id: string) => loadHandbook().find((one) => one.id === id) as Species;

describe('a potting session', () => {
  test('sixty larches in cells: two trays, three and a half litres, in four parts', () => {
    const { containers, mix_L, parts_L, water_mL } = sessionFor([{ container: 'cell', sprouts: 60, each: 1 }], USUAL_RECIPE);
    expect(containers).toEqual([{ container: CONTAINERS.cell, count: 60, trays: 2 }]);
    expect(mix_L).toBeCloseTo(60 * 0.05 * 1.15, 9);
    expect(parts_L.coir).toBeCloseTo(mix_L / 2, 9);
    // Coir, perlite and sand, by what each holds: 0.6 × (density × holds).
    expect(water_mL / 1000).toBeCloseTo(0.6 * mix_L * (0.5 * 0.63 + 0.25 * 0.2 + 0.25 * 0.32), 6);
  });
  test('the parts add up to the mix, whatever is potted', () => {
    const recipe = fc.record({
      coir: fc.integer({ min: 0, max: 5 }),
      sand: fc.integer({ min: 0, max: 5 }),
      loam: fc.integer({ min: 1, max: 5 }),
    });
    const potted = fc.record({
      container: fc.constantFrom(...(Object.keys(CONTAINERS) as Container[])),
      sprouts: fc.integer({ min: 0, max: 500 }),
      each: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(fc.array(potted, { maxLength: 5 }), recipe, (all, parts) => {
        const { mix_L, parts_L, containers } = sessionFor(all, parts);
        const held = containers.reduce((sum, { container, count }) => sum + count * container.volume_mL, 0) / 1000;
        return (
          Math.abs(Object.values(parts_L).reduce((sum, one) => sum + one, 0) - mix_L) < 1e-9 &&
          mix_L >= held &&
          containers.every(({ container, count, trays }) => trays * container.perTray >= count)
        );
      }),
    );
  });
  test('a mix of nothing is refused', () => {
    expect(() => sessionFor([], { coir: 0 })).toThrow(RangeError);
  });
  test('tiny seed goes into cells, acorns into deep pots', () => {
    expect(usualContainer(of('larix-occidentalis').seed)).toBe('cell');
    expect(usualContainer(of('quercus-rubra').seed)).toBe('deepPot');
  });
});

describe('bringing on', () => {
  const steps = (potted: string, plantOut: string, temperature_C = 18, species = of('larix-occidentalis')) =>
    bringingOn({ species, nursery: SALLOW_GAP, potted, temperature_C, plantOut });
  const step = (all: ReturnType<typeof steps>, kind: GrowingStepKind) => all.find((one) => one.kind === kind);

  test('goes from the dome to the ground in the order of its days, each within the time there is', () => {
    const all = steps('2027-02-20', '2027-05-24');
    const kinds = ['up', 'lights', 'domeOff', 'prickOut', 'feed', 'lightsOff', 'potOn', 'hardenOff', 'plantOut'];
    expect(all.map(({ kind }) => kind)).toEqual(kinds);
    for (const { from, to } of all) expect(from <= to && to <= '2027-05-24').toBe(true);
    expect(daysBetween(step(all, 'hardenOff')?.from as string, '2027-05-24')).toBe(8);
  });
  test('lights burn until the day is twelve hours long, and not at all in May', () => {
    const to = step(steps('2027-02-01', '2027-05-24'), 'lightsOff')?.from as string;
    expect(daylengthHours(to, SALLOW_GAP.latitude_deg)).toBeGreaterThanOrEqual(12);
    expect(daylengthHours(addDays(to, -1), SALLOW_GAP.latitude_deg)).toBeLessThan(12);
    expect(step(steps('2027-05-01', '2027-07-01'), 'lights')).toBeUndefined();
  });
  test('half as warm is about twice as slow; the risk of frost falls with the day', () => {
    const [warm, cool] = [20, 11].map((celsius) =>
      daysBetween('2027-02-01', step(steps('2027-02-01', '2027-09-01', celsius), 'feed')?.from as string),
    );
    expect((cool as number) / (warm as number)).toBeCloseTo(2, 0);
    const [early, late] = ['2027-05-01', '2027-06-01'].map((on) => step(steps('2027-02-01', on), 'plantOut')?.risk as number);
    expect(early).toBeGreaterThan(late as number);
  });
  test('a day that was chosen instead stands, and what follows from it follows', () => {
    const all = { species: of('larix-occidentalis'), nursery: SALLOW_GAP, potted: '2027-02-20', temperature_C: 18, plantOut: '2027-05-24' };
    const moved = bringingOn({ ...all, moved: { hardenOff: '2027-05-01', feed: '2027-05-10' } });
    expect(step(moved, 'hardenOff')).toMatchObject({ from: '2027-05-01', to: '2027-05-24' });
    expect(step(moved, 'feed')?.from).toBe('2027-05-10');
    expect(bringingOn({ ...all, outdoors: true }).map(({ kind }) => kind)).toEqual(['up', 'prickOut', 'feed', 'potOn', 'plantOut']);
    expect(step(bringingOn({ ...all, toThin: 12 }), 'thin')).toMatchObject({ off: 12 });
  });
  test('what was sown is potted on once its roots hold the ball of its container, into the next that is large enough', () => {
    const all = { species: of('camassia-quamash'), nursery: SALLOW_GAP, potted: '2027-03-01', temperature_C: 18, plantOut: '2028-05-24' };
    const perennial = { ...of('penstemon-venustus'), seed: { ...of('penstemon-venustus').seed, thousandSeeds_g: 3 } };
    // A perennial of 3 mg, alone in 50 mL: 673 degree-days to hold, 804 to be bound.
    const { ready, bound } = degreeDaysToPotOn(perennial, { volume_mL: 50 });
    expect([Math.round(ready), Math.round(bound)]).toEqual([673, 804]);
    const sown = (container: keyof typeof CONTAINERS) =>
      step(bringingOn({ ...all, species: perennial, grown_pairs: 0, container: CONTAINERS[container] }), 'potOn');
    const [plug, cell] = [sown('plug200'), sown('cell')];
    expect((plug?.from ?? '') < (cell?.from ?? '')).toBe(true);
    expect((cell?.from ?? '') < (cell?.to ?? '')).toBe(true);
    const next = nextContainer(CONTAINERS.cell) as ContainerFacts;
    expect(cell?.into).toBe(next.name);
    expect([next.volume_mL >= 150, next.volume_mL <= 300, next.depth_mm >= CONTAINERS.cell.depth_mm]).toEqual([true, true, true]);
    expect(nextContainer(CONTAINERS.bag10)).toBeUndefined();
  });
  test('says how much of the season is left for roots', () => {
    expect(step(steps('2027-02-01', '2027-05-24'), 'plantOut')?.season_days).toBeGreaterThan(80);
    expect(step(steps('2027-07-01', '2027-09-10'), 'plantOut')?.season_days).toBeLessThan(45);
  });
});

describe('the living in pots', () => {
  const events = (...said: [string, string, string, number][]) =>
    said.map(
      ([on, from, to, count], i) => ({ id: String(i), on, kind: 'seedsMoved', moves: [{ from, to, count }] }) as unknown as LedgerEvent,
    );
  test('are counted day by day: potted, lost, established without change, planted out alive', () => {
    const all = events(
      ['2027-02-01', 'sprouted', 'potted', 10],
      ['2027-02-03', 'sprouted', 'potted', 20],
      ['2027-02-09', 'potted', 'discarded', 4],
      ['2027-03-01', 'potted', 'established', 26],
      ['2027-05-20', 'established', 'plantedOut', 26],
    );
    expect(livingByDay({ events: all })).toEqual([
      { on: '2027-02-01', living: 10 },
      { on: '2027-02-03', living: 30 },
      { on: '2027-02-09', living: 26 },
    ]);
    expect(pottedOn({ events: all.slice(0, 4) })).toEqual({ first: '2027-02-01', half: '2027-02-03' });
    expect(pottedOn({ events: [] })).toBeUndefined();
    // Once they are out, the next ones begin anew.
    expect(pottedOn({ events: all })).toBeUndefined();
    const next = events(['2028-04-01', 'sprouted', 'potted', 5]).map((event) => ({ ...event, id: 'next' }));
    expect(pottedOn({ events: [...all, ...next] })).toEqual({ first: '2028-04-01', half: '2028-04-01' });
  });
});

describe('the risk of a seedling', () => {
  test('lies mostly behind it once it is half-grown: by the table, and as far as it goes', () => {
    expect([riskBehind(0), riskBehind(7), riskBehind(14), riskBehind(56), riskBehind(300)].map((one) => Number(one.toFixed(3)))).toEqual([
      0, 0.314, 0.536, 1, 1,
    ]);
  });
  test('is what a grid over days says: of those that live on day 14, so many establish; each death tells of the rest', () => {
    const [cohorts, seenOn] = [[{ on: '2027-02-01', count: 20 }], '2027-02-15'];
    const { chance } = seedlingsFrom(0.6, { cohorts, died: 0, seenOn }, 20);
    // Day by day: the same survival, multiplied up from small steps of the hazard.
    let alive = 1;
    const rest = -Math.log(0.6) / (1 - Math.exp(-56 / 20));
    for (let day = 14; day < 56; day += 0.01) alive *= 1 - rest * (Math.exp(-day / 20) / 20) * 0.01;
    expect(chance).toBeCloseTo(alive, 3);
    const likely = (share: number, died: number) => seedlingsFrom(share, { cohorts, died, seenOn }, 20 - died).logLikelihood;
    expect(likely(0.9, 0)).toBeGreaterThan(likely(0.6, 0));
    expect(likely(0.9, 8)).toBeLessThan(likely(0.5, 8));
  });
});
