import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays } from '../calendar/dates.ts';
import { chainOf } from '../follow/chain.ts';
import type { Situation } from '../follow/situation.ts';
import { followStages } from '../follow/stages.ts';
import { towelEvidence } from '../follow/towelTest.ts';
import { startingPlaces } from '../kinds/places.ts';
import { broughtBy, lotState, readTowelTest } from '../lot/lotLedger.ts';
import { planTowelTest } from '../methods/planTowelTest.ts';
import { towelTestMethod } from '../methods/schools.ts';
import { doDueOrFail } from '../record/doDue.ts';
import { project } from './project.ts';

let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const START = '2026-10-05';
const named = (wanted: string) => loadHandbook().find(({ id }) => id === wanted) as Species;
const species = named('larix-occidentalis');
/** Seed that must lie dry for months before it comes at all. */
const ripening = named('phacelia-tanacetifolia');
const lot: Lot = {
  id: newId(),
  code: 'LO-26-01',
  speciesId: species.id,
  provenance: { kind: 'collected', place: 'a slope', on: '2026-09-18' },
  seeds: 200,
  viability: { kind: 'unknown' },
};

/** Lives a test of ten seeds through by answering what is due; `ups` come at each check. */
function tested(ups: number, species = named('larix-occidentalis')): { batch: Batch; titles: string[] } {
  const plan = planTowelTest(species, 10, START, places, { viable: { alpha: 8, beta: 3 }, ...broughtBy(lot) });
  const batch: Batch = { id: newId(), lotId: lot.id, code: '7QK', speciesId: species.id, madeOn: START, plan, purpose: 'test', events: [] };
  const titles: string[] = [];
  for (let today = START; today < addDays(START, 300); today = addDays(today, 1)) {
    const situation: Situation = { species, lot, places, nursery, today };
    for (;;) {
      const { task } = doDueOrFail(batch, situation, {
        newId,
        seen: (_, { state: { counts } }) => ({ up: Math.min(ups, counts.waiting + counts.swollen) }),
      });
      if (!task) break;
      titles.push(spoken(task.title));
    }
  }
  return { batch, titles };
}

describe('a test on the towel', () => {
  test('is looked at like any batch, never asks to lift or to pot, and is read when it is over', () => {
    const { batch, titles } = tested(1);
    expect(titles.at(-1)).toBe('Read the test');
    expect(titles).not.toContain('lift');
    const { state } = project(batch, { species, lot, places, nursery, today: addDays(START, 300) });
    expect(state.closedOn).toBeDefined();
    expect(state.counts.tested).toBe(10);
  });

  test('tells what came of what was laid, and the lot takes it in', () => {
    const { batch } = tested(2);
    const read = readTowelTest(batch);
    expect(read).toMatchObject({ tested: 10, came: 10 });
    expect(lotState(lot, [], [batch])).toMatchObject({ drawer: 190, viability: { kind: 'unknown' }, towelTests: [{ came: 10 }] });
  });

  test('where nothing comes it says so: none of ten', () => {
    expect(readTowelTest(tested(0).batch)).toMatchObject({ tested: 10, came: 0 });
  });

  test('is read as of seed that ripened in the drawer before it and in it', () => {
    const test = readTowelTest(tested(0, ripening).batch) as TowelResult;
    const ripe = (of: TowelResult, lot?: Lot) =>
      towelEvidence(ripening, [of], { alpha: 8, beta: 3 }, lot)[0]?.links.find(({ key }) => key === 'released')?.link as number;
    expect(ripe(test, lot)).toBeGreaterThan(0.85);
    // The lot's own weeks count, and those of the test.
    expect(ripe(test)).toBeLessThan(ripe(test, lot));
    const less = { ...test, dry: { days: 10, temperature_C: 18 } };
    expect(ripe(less)).toBeLessThan(ripe(test));
    expect(ripe(less)).toBeGreaterThanOrEqual(ripening.afterRipening?.releasedWithout ?? 1);
  });
});

describe('days in a dry drawer since the harvest', () => {
  test('ripen seed for a method without dry storage as well', () => {
    const method = { ...towelTestMethod(ripening), stages: [{ kind: 'soak' as const }, { kind: 'warmTowel' as const }] };
    const released = (days: number) =>
      chainOf(ripening, method, followStages(method, { species: ripening, places, start: START }), { drySince: addDays(START, -days) })
        .released;
    expect(released(0)).toBe(ripening.afterRipening?.releasedWithout);
    expect(released(400)).toBeGreaterThan(0.95);
  });
});
