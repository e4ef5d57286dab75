import { SALLOW_GAP as nursery, PLACES } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { shown } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { estimateSeeds, type SeedEstimate } from '../lot/count.ts';
import { propose, type Request, weighMethods } from '../methods/propose.ts';
import { findMethod } from '../methods/schools.ts';
import { learnRot } from '../rot/learned.ts';
import { type Why, whyGermination, whySeeds, whyTakeOut, whyTopUp, whyTreatment } from './explain.ts';
import { whyArms, whyCount, whyViable } from './explainCounts.ts';
import { reasonForFirst } from './reasonForFirst.ts';

const handbook = loadHandbook();
const places = PLACES.map((place, i) => ({ id: String(i), ...place }));
const request = (id: string, available = 400): Request => ({
  species: handbook.find((one) => one.id === id) as Species,
  viable: { alpha: 17.5, beta: 3.5 },
  available,
  wish: { plants: 40, confidence: 0.9, timing: { by: 'frostRisk', risk: 0.1 } },
  nursery,
  places,
  today: '2026-10-01',
});
const proposal = (id: string, methodId: string) => {
  const asked = request(id);
  return propose(findMethod(asked.species, methodId) as NonNullable<ReturnType<typeof findMethod>>, asked);
};
const named = (why: Why | undefined): Record<string, string> =>
  Object.fromEntries((why?.inputs ?? []).map(({ name, value }) => [shown(name), shown(value)]));

describe('why so many seeds', () => {
  test('every link stands there with its value, and multiplies to what the rule says', () => {
    const one = proposal('cercis-canadensis', 'sand-in-fridge');
    const why = whySeeds(one, 40, 0.9, { viable: { alpha: 17.5, beta: 3.5 }, from: 'your test', untested: false, species: {} });
    const links = named(why);
    expect(Object.keys(links)).toEqual([
      'viable',
      'scarified',
      'made ready by the treatment',
      'not lost to rot',
      'germinate once ready',
      'grow on in the pot',
    ]);
    const product = Object.values(links).reduce((share, value) => share * (Number.parseInt(value, 10) / 100), 1);
    expect(Number.parseInt(/multiply to (\d+) %/.exec(shown(why.rule))?.[1] ?? '', 10)).toBeCloseTo(product * 100, -0.5);
  });
  test('smoke is a link where a seed answers to it', () => {
    const why = whySeeds(proposal('syncarpha-vestita', 'no-cold'), 40, 0.9, {
      viable: { alpha: 17.5, beta: 3.5 },
      from: 'your test',
      untested: false,
      species: { standing: { cues: 'guess' } },
    });
    expect(named(why)['answer to smoke or flooding']).toBe('75 %');
    const rests = why.inputs.map(({ from }) => shown(from));
    expect(rests).toContain('handbook: a guess, as if 3 seeds had been seen');
    expect(rests).toContain('handbook: records of growers, as if 10 seeds had been seen');
  });
});

describe('why that long', () => {
  test('in the fridge by chill and rot, outdoors by the months, dry by the drawer; nothing where nothing waits', () => {
    expect(named(whyTakeOut(proposal('cornus-florida', 'sand-in-fridge')))['half are ready after']).toBe('90 days');
    expect(shown(whyTakeOut(proposal('cornus-florida', 'outdoor-winter'))?.figure)).toMatch(/^\d+ days outdoors$/);
    expect(whyTakeOut(proposal('andropogon-gerardi', 'no-cold'))).toBeDefined();
    expect(whyTakeOut(proposal('eucalyptus-camaldulensis', 'no-cold'))).toBeUndefined();
  });
});

describe('why of a batch under way', () => {
  test('says how much was measured, what its own mould taught, and at what temperature it goes on', () => {
    const stage = proposal('cornus-florida', 'sand-in-fridge').resolved.find(({ treatment }) => treatment);
    if (!stage?.treatment || !stage.takeOut) throw new Error('That way has no cold.');
    const why = whyTreatment('30 days', stage.treatment, stage.takeOut, {
      learned: learnRot([{ medium: 'sand', rotted: 14, expected: 8 }]).sand,
      forecast: { measured: [1, 1, 0.5, 0], days: 4, expectedMeasured: true },
    });
    expect(named(why)).toMatchObject({ 'measured so far': '3 of 4 days', 'it rots here': '× 1.50' });
    expect(shown(why.inputs.find(({ name }) => shown(name) === 'a day from now on counts as')?.from)).toMatch(
      /median of its last two weeks/,
    );
    expect(named(whyTreatment('30 days', stage.treatment, stage.takeOut))).not.toHaveProperty('measured so far');
    expect(named(whyTopUp(35, 2, 'towel'))).toEqual({ 'lies in': '2', 'found dry at': '35 %', 'damp at': '70 %' });
  });
});

describe('why the first is first', () => {
  test('says by how much, and what would help where the lot is too small', () => {
    const plenty = reasonForFirst(weighMethods(request('balsamorhiza-sagittata')).offered, 400);
    expect(shown(plenty?.reason)).toMatch(/^\d+ seeds; “|^Ready|^“|^Better/);
    const short = reasonForFirst(weighMethods(request('balsamorhiza-sagittata', 10)).offered, 10);
    expect(shown(short?.change)).toBe('A larger lot, or fewer plants, would bring it within reach.');
    expect(reasonForFirst([], 10)).toBeUndefined();
  });
});

test('what a nursery’s own results and records moved is said beside what the handbook has', () => {
  const own = {
    speed: { said: { from: 6, to: 20 }, batches: 2 },
    rot: { rotted: 44, expected: 33.4, mean: 1.28, shape: 48, rate: 37.4 },
  };
  const one = proposal('balsamorhiza-sagittata', 'sand-in-fridge');
  const said = (why: Why | undefined) => (why?.inputs ?? []).map(({ from }) => shown(from)).join(' | ');
  const viable = { viable: { alpha: 17.5, beta: 3.5 }, from: 'your test', untested: false, species: {} };
  expect(said(whySeeds(one, 40, 0.9, viable, own))).toContain('own records: 44 mouldy where 33 were expected');
  expect(said(whyTakeOut(one, own))).toContain('own records: 44 mouldy where 33 were expected');
  expect(said(whySeeds(one, 40, 0.9, viable))).not.toContain('own records');
  const species = { sprouting: { days: { from: 5, to: 15 } } } as Species;
  const why = whyGermination(species, { at: '18 °C', here: '22 °C' }, own);
  expect([shown(why.figure), said(why)]).toEqual([
    'a tenth to nine tenths in 5–15 days',
    expect.stringContaining('handbook 6–20 days, and your own 2 batches'),
  ]);
  expect(said(whyGermination(species, { at: '18 °C', here: '22 °C' }))).toContain('handbook');
});

describe('why of the figures of a lot and a trial', () => {
  const complete = (why: Why) => [why.rule, why.source, why.changes, why.figure].every((said) => shown(said).length > 5);
  test('a count says its samples and how far they differ', () => {
    const found = estimateSeeds({
      by: 'weight',
      lot_g: 84,
      samples: [
        { seeds: 100, grams: 9.4 },
        { seeds: 100, grams: 9.6 },
      ],
    }) as SeedEstimate;
    const why = whyCount(found, 2);
    expect(shown(why.figure)).toBe('884 seeds');
    expect(named(why)).toEqual({ samples: '2', 'a thousand weigh': '95.00 g', 'samples differ by': '1.5 %' });
    expect(complete(why)).toBe(true);
    expect(complete(whyArms(0.45, 0.65, 102))).toBe(true);
    expect(complete(whyViable(8, 10))).toBe(true);
  });
});
