import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Wish } from '@chill/model/batch.ts';
import type { School } from '@chill/model/method.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { type Sentence, spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { unitsFor } from '../mix/laying.ts';
import { mediaCurves } from './mediaCurves.ts';
import { propose, type Request, weighMethods } from './propose.ts';
import { findMethod, isControl, methodsToWeigh, schoolMethod, towelTestMethod } from './schools.ts';
import { whatWouldChange } from './whatChanges.ts';

const handbook = loadHandbook();
const species = (id: string) => handbook.find((one) => one.id === id) as Species;
const path = (id: string, school: Exclude<School, 'towelTest'>) => {
  const answer = schoolMethod(school, species(id));
  return 'method' in answer
    ? answer.method.stages.map(({ kind, medium }) => (medium ? `${kind} in ${medium}` : kind)).join(', ')
    : answer.not;
};
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 24, order: 1 });
const places = [place('fridge', 3.6), place('mat', 22), place('bench', 17), place('freezer', -18), place('outdoors', 3)];
const request = (id: string, timing: Wish['timing'], part: Partial<Request> = {}): Request => ({
  species: species(id),
  viable: { alpha: 17.5, beta: 3.5 },
  available: 400,
  wish: { plants: 40, confidence: 0.9, timing },
  nursery,
  places,
  today: '2026-10-01',
  ...part,
});
const proposed = (id: string, methodId: string, timing: Wish['timing'], part: Partial<Request> = {}) =>
  propose(findMethod(species(id), methodId) as NonNullable<ReturnType<typeof findMethod>>, request(id, timing, part));

describe('the method of a school', () => {
  test.each<[string, Exclude<School, 'towelTest'>, string]>([
    // The coat is opened before the cold: cold does nothing to a dry seed.
    ['cercis-canadensis', 'mediumInFridge', 'openCoat, soak, coldMoist in sand, warmTowel, pot'],
    ['cornus-florida', 'towelInFridge', 'clean, soak, coldMoist in towel, warmTowel, pot'],
    ['fraxinus-excelsior', 'warmThenCold', 'soak, warmMoist in sand, coldMoist in sand, warmTowel, pot'],
    ['trillium-grandiflorum', 'warmThenCold', 'clean, soak, coldMoist in sand, warmMoist in sand, coldMoist in sand, warmTowel, pot'],
    ['lobelia-cardinalis', 'pottedThenChilled', 'coldMoist in ownPot, pot'],
    ['lobelia-cardinalis', 'towelInFridge', 'too small to pick off a towel'],
    ['syncarpha-vestita', 'noCold', 'smoke, warmTowel, pot'],
    ['typha-latifolia', 'noCold', 'flood in ownPot, pot'],
    ['sagittaria-latifolia', 'pottedThenChilled', 'coldMoist in ownPot, flood in ownPot, pot'],
    ['acacia-pycnantha', 'mediumInFridge', 'it needs no winter'],
    ['quercus-rubra', 'freezerTurns', 'frost kills seed that stays this wet inside'],
    ['quercus-rubra', 'dryCold', 'drying kills it'],
    ['cornus-florida', 'dryCold', 'dry cold only keeps this seed; it does not break dormancy'],
    ['andropogon-gerardi', 'noCold', 'dryStore, soak, warmTowel, pot'],
    ['amelanchier-alnifolia', 'outdoorWinter', 'clean, outdoorWinter in outdoorFlat, pot'],
  ])('%s, %s: %s', (id, school, says) => {
    expect(path(id, school)).toBe(says);
  });

  test('every species has a control, and no two of its methods share an id', () => {
    for (const one of handbook) {
      const { methods } = methodsToWeigh(one);
      expect([one.id, new Set(methods.map(({ method }) => method.id)).size]).toEqual([one.id, methods.length]);
      expect([one.id, methods.some(({ method }) => isControl(method))]).toEqual([one.id, true]);
      for (const { method } of methods) expect(findMethod(one, method.id)).toEqual(method);
    }
  });

  test('a towel test gives the short cues and no winter', () => {
    expect(towelTestMethod(species('cercis-canadensis')).stages.map(({ kind }) => kind)).toEqual(['openCoat', 'soak', 'warmTowel']);
  });
});

describe('what is offered, and what is set aside', () => {
  test('a hard coat left shut, a winter left out, smoke left out: set aside with what is lacking', () => {
    const aside = (id: string) =>
      weighMethods(request(id, { by: 'asSoonAs' })).set_aside.flatMap(({ against }) => against.map(({ reason }) => spoken(reason)));
    expect(aside('acacia-pycnantha').join()).toMatch(/hard coat lets water into only 5 %/);
    expect(aside('syncarpha-vestita').join()).toMatch(/this seed needs smoke/);
    expect(aside('cornus-florida').join()).toMatch(/this seed needs cold stratification/);
    expect(aside('trillium-grandiflorum').join()).toMatch(/moist warmth before moist cold|two winters/);
  });

  test('a school that makes no method says why', () => {
    expect(weighMethods(request('acacia-pycnantha', { by: 'asSoonAs' })).none).toContainEqual({
      school: 'freezerTurns',
      name: 'Freeze–thaw, then fridge',
      reason: 'it needs no winter',
    });
  });
});

describe('what would put another method first', () => {
  test('is told only where it does, and names the method that then does come first', () => {
    let said = 0;
    for (const { id } of handbook.filter((_, i) => i % 12 === 0)) {
      const asked = request(id, { by: 'frostRisk', risk: 0.1 }, { today: '2027-02-16' });
      const change = whatWouldChange(asked);
      if (!change) continue;
      said += 1;
      const [, name] = /“(.+)” would come first/.exec(spoken(change)) ?? [];
      expect(weighMethods(asked).offered[0]?.method.name.toLowerCase()).not.toBe(name);
      expect(methodsToWeigh(species(id)).methods.map(({ method }) => method.name.toLowerCase())).toContain(name);
    }
    expect(said).toBeGreaterThan(0);
  });
});

describe('when it begins', () => {
  test('as soon as can be is today, held back by nothing', () => {
    for (const { dates } of weighMethods(request('larix-occidentalis', { by: 'asSoonAs' })).offered.filter(
      ({ method }) => method.school !== 'outdoorWinter',
    ))
      expect(dates.start).toBe('2026-10-01');
  });

  test('a winter outdoors begins before the winter, and is in time for the spring after where it can be', () => {
    const { dates, late_days } = proposed('amelanchier-alnifolia', 'outdoor-winter', { by: 'readyBy', date: '2027-08-15' });
    expect(late_days).toBe(0);
    expect(dates.start >= '2026-10-01' && dates.start < '2027-01-01').toBe(true);
    expect(dates.takeOutOn?.slice(0, 7)).toBe('2027-05');
  });

  test('told its day, it begins on that day', () => {
    expect(proposed('amelanchier-alnifolia', 'outdoor-winter', { by: 'startOn', date: '2026-11-11' }).dates.start).toBe('2026-11-11');
  });

  test('too little growing weather left before winter is said', () => {
    const { against } = proposed('iliamna-rivularis', 'sandpaper', { by: 'startOn', date: '2027-07-01' }, { today: '2027-07-01' });
    expect(spoken(against.find(({ code }) => code === 'seasonShort')?.reason as Sentence)).toMatch(
      /only \d+ (days|weeks) of growing weather left|nothing grows outside/,
    );
    const spring = proposed('iliamna-rivularis', 'sandpaper', { by: 'startOn', date: '2027-03-15' }, { today: '2027-03-15' });
    expect(spring.against.some(({ code }) => code === 'seasonShort')).toBe(false);
  });

  test('in the south the wished day lies after the southern frosts', () => {
    const south = { ...nursery, latitude_deg: -34, lastFrost: { mean: '08-05', sd_days: 12 } };
    const { climate: _climate, ...guessed } = south;
    const { wanted } = proposed('acacia-pycnantha', 'no-cold', { by: 'frostRisk', risk: 0.1 }, { nursery: guessed });
    expect(wanted).toBe('2027-08-21');
  });
});

describe('what the lot brings along', () => {
  const cold = (part: Partial<Request>) =>
    proposed('balsamorhiza-sagittata', 'sand-in-fridge', { by: 'asSoonAs' }, part).resolved.find(({ kind }) => kind === 'coldMoist')
      ?.days as number;
  test('a winter on the ground shortens the cold by about as much, and doubt about it by less', () => {
    const none = cold({});
    const sure = cold({ credit: { days: 40, give_days: 0 } });
    expect(none - sure).toBeGreaterThan(30);
    expect(none - sure).toBeLessThan(50);
    expect(cold({ credit: { days: 40, give_days: 25 } })).toBeGreaterThan(sure);
  });
  test('months in the drawer count as dry storage', () => {
    const dry = (days: number) =>
      proposed('andropogon-gerardi', 'no-cold', { by: 'asSoonAs' }, { drySince: addDays('2026-10-01', -days) }).resolved.find(
        ({ kind }) => kind === 'dryStore',
      )?.days as number;
    expect(dry(0)).toBeGreaterThan(90);
    expect(dry(400)).toBe(0);
  });
});

describe('room, checks and the schools’ quarrel', () => {
  test('more seeds never take less room; an envelope is an envelope', () => {
    const { seed } = species('amelanchier-alnifolia');
    for (const medium of ['towel', 'sand', 'ownPot', 'envelope'] as const) {
      const units = [0, 1, 50, 500, 5000].map((seeds) => unitsFor(seeds, medium, seed));
      expect(units).toEqual([...units].sort((a, b) => a - b));
    }
    expect(unitsFor(5000, 'envelope', seed)).toBe(1);
    // Small seed is broadcast over a tray, dust by the thousand; an acorn has a pot of its own.
    const trays = (seeds: number, thousandSeeds_g: number) => unitsFor(seeds, 'ownPot', { ...seed, thousandSeeds_g });
    expect([trays(1000, 0.05), trays(1000, 0.3), trays(1000, 3), trays(60, 3000)]).toEqual([1, 1, 6, 4]);
  });
  test('checks are more in a towel than in sand over the same weeks', () => {
    const checks = (methodId: string) => proposed('camassia-quamash', methodId, { by: 'asSoonAs' }).effort;
    expect(checks('towel-in-fridge').checks).toBeGreaterThan(checks('potted-then-chilled').checks);
    expect(checks('towel-in-fridge').minutes).toBeGreaterThan(0);
  });
  test('“never more than six weeks” and “three months is fine” are both right, each in its medium', () => {
    const [towel, fresh, sand] = mediaCurves(species('balsamorhiza-sagittata'), 4).map(({ takeOut }) => takeOut);
    expect(towel?.best).toBeLessThan(fresh?.best as number);
    expect(fresh?.best).toBeLessThan(sand?.best as number);
    expect(towel?.yields).toBeLessThan(fresh?.yields as number);
    expect(mediaCurves(species('acacia-pycnantha'), 4)).toEqual([]);
    expect(mediaCurves(species('balsamorhiza-sagittata'), 20)).toEqual([]);
  });
  test('a window is what it says: a day before it costs more than three in a hundred of the best', () => {
    for (const { curve, takeOut } of mediaCurves(species('cornus-florida'), 4)) {
      expect(curve.yields[takeOut.from] as number).toBeGreaterThanOrEqual(0.97 * takeOut.yields);
      expect(curve.yields[takeOut.from - 1] as number).toBeLessThan(0.97 * takeOut.yields);
    }
  });
});

test('a week later today moves what begins today by a week', () => {
  const on = (today: string) => proposed('larix-occidentalis', 'towel-in-fridge', { by: 'asSoonAs' }, { today }).dates.plantOut;
  expect(daysBetween(on('2026-10-01'), on(addDays('2026-10-01', 7)))).toBe(7);
});
