import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { daysBetween } from '../calendar/dates.ts';
import { containersFor } from '../mix/containers.ts';
import { sowingFault } from '../sowing/fault.ts';
import { GROUND, seedsIntoGround } from '../sowing/ground.ts';
import { comesUp, establishesSown, sowingInto, upFor, usualSowing } from '../sowing/sown.ts';
import { effectiveDegrees } from '../sprout/thermalTime.ts';
import { betterEnding, sowingOf, sownInstead } from './endings.ts';
import { lotInRequest, propose } from './propose.ts';
import { roomOf } from './room.ts';
import { findMethod } from './schools.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const TODAY = '2026-10-01';
const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 240, order: 1 });
const places = [place('fridge', 4), place('mat', 21), place('bench', 18)];
const LOT = {
  viability: { kind: 'tested', tested: 20, viable: 17 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-09-01' },
} as const;
const requestFor = (species: Species, available = 400) => ({
  ...lotInRequest(LOT, available, species, TODAY),
  species,
  wish: { plants: 40, confidence: 0.9, timing: { by: 'startOn', date: TODAY } } as const,
  nursery: SALLOW_GAP,
  places,
  today: TODAY,
});
const bothOf = (id: string, methodId: string) => {
  const species = of(id);
  const method = findMethod(species, methodId);
  const sown = method && sownInstead(species, method);
  if (!method || !sown) throw new Error(`${id} has no towel in ${methodId}.`);
  return { species, towel: propose(method, requestFor(species)), sown: propose(sown, requestFor(species)) };
};

describe('sown into the ground', () => {
  const species = of('quercus-macrocarpa');
  const outdoors = findMethod(species, 'outdoor-winter') ?? findMethod(species, 'outdoors-over-winter');
  const bed = sowingInto(species, 'bed');
  const method = outdoors && sownInstead(species, outdoors, bed);
  if (!method) throw new Error('No winter outdoors.');
  const sown = propose(method, requestFor(species));
  test('what is a plant a year on, of live and ready seed, is what fields show; nothing is kept or pricked out', () => {
    const { sprouts, soil, kept, establishes } = sown.chain;
    expect(sprouts * soil * kept * establishes).toBeCloseTo(GROUND.nutsCaged.mean, 9);
    expect(kept).toBe(1);
    // Twenty oaks under wire, of acorns of which eight in ten live: in the mean 56.
    expect(seedsIntoGround(20, 0.8, 'nutsCaged')).toBe(56);
    const flat = sownInstead(species, outdoors, sowingInto(species, 'cone650'));
    const inCones = propose(flat ?? method, requestFor(species));
    expect((sown.expected.high - sown.expected.low) / sown.share).toBeGreaterThan(
      (inCones.expected.high - inCones.expected.low) / inCones.share,
    );
  });
  test('it stays outdoors where it winters, at what the weather has there', () => {
    const outside = { ...requestFor(species), places: [...places, { ...place('outdoors', 4), cover: { animals: true, rain: true } }] };
    const { stages } = propose(method, outside);
    const there = stages.filter(({ kind }) => ['outdoorWinter', 'sown', 'pot'].includes(kind));
    expect(there.map(({ placeId }) => placeId)).toEqual(['outdoors', 'outdoors', 'outdoors']);
    // Spring is warmer than what the frame is stated to have, and cooler than a bench.
    const comesUp = stages.find(({ kind }) => kind === 'sown');
    expect(comesUp?.temperature_C).toBeGreaterThan(5);
    expect(comesUp?.temperature_C).toBeLessThan(18);
  });
  test('in spring it comes up as fast as the weather of its day lets it; what is sown into cold ground waits for spring', () => {
    const lupine = of('lupinus-sericeus');
    const filed = findMethod(lupine, 'file-no-cold') ?? findMethod(lupine, 'no-cold');
    const sown_out = filed && sownInstead(lupine, filed, sowingInto(lupine, 'bed'));
    if (!sown_out) throw new Error('No lupine that is sown at once.');
    const on = (date: string) =>
      propose(sown_out, {
        ...requestFor(lupine),
        places: [...places, place('outdoors', 4)],
        wish: { plants: 20, confidence: 0.9, timing: { by: 'startOn', date } },
      });
    const comesUp = (one: ReturnType<typeof on>) => one.stages.find(({ kind }) => kind === 'sown');
    const days = (one: ReturnType<typeof on>) => daysBetween(comesUp(one)?.start ?? '', comesUp(one)?.end ?? '');
    const [april, june, january] = [on('2027-04-20'), on('2027-06-10'), on('2027-01-05')];
    expect(comesUp(june)?.placeId).toBe('outdoors');
    expect(days(june)).toBeLessThan(days(april));
    // January's is up in spring, as April's is.
    expect(comesUp(january)?.end.slice(0, 7)).toMatch(/2027-0[45]/);
    expect(january.chain.warmth).toBe(1);
    for (const one of [january, june]) expect(one.against.map(({ code }) => code)).not.toContain('noSprouting');
  });
  test('it takes no room, and is refused indoors, at its field', () => {
    expect(roomOf(60, 'ownPot', species.seed, { capacity: 20 }, bed)).toBe(0);
    expect(sowingFault(bed, false)).toMatchObject({ field: 'container' });
    expect(sowingFault(bed, true)).toBeUndefined();
  });
});

describe('sown instead of sprouted on a towel', () => {
  const { species, towel, sown } = bothOf('larix-occidentalis', 'towel-in-fridge');
  test('the seed lies the same way until it is sown, and is looked up by its own id', () => {
    expect(sown.method.stages.map(({ kind }) => kind)).toEqual(
      towel.method.stages.map(({ kind }) => (kind === 'warmTowel' ? 'sown' : kind)),
    );
    expect(findMethod(species, sown.method.id)).toEqual(sown.method);
    expect(sownInstead(species, { ...towel.method, stages: [{ kind: 'pot' }] })).toBeUndefined();
  });
  test('what comes up, and what establishes unhandled, is what the laws say', () => {
    const sowing = sowingOf(sown.method) ?? usualSowing(species);
    expect(sown.chain.soil).toBeCloseTo(comesUp(species, sowing), 12);
    expect(towel.chain.soil).toBe(1);
    expect(sown.chain.establishes).toBeCloseTo(establishesSown(species, sowing), 12);
    expect(sown.share / towel.share).toBeCloseTo((sown.chain.soil * sown.chain.kept * sown.chain.establishes) / towel.chain.establishes, 1);
  });
  test('it takes as much longer as the shoot takes to be up, where both stand as warm', () => {
    const sowing = usualSowing(species);
    const warm = (one: typeof sown) => one.stages.at(-2) as (typeof sown.stages)[number];
    const days = (one: typeof sown) => daysBetween(warm(one).start, warm(one).end);
    const rate = (one: typeof sown) => effectiveDegrees(warm(one).temperature_C, species.sprouting);
    expect(days(sown) * rate(sown) - days(towel) * rate(towel)).toBeGreaterThan(upFor(species, sowing) - rate(sown) - rate(towel));
  });
});

describe('which suits a seed', () => {
  test.each([
    ['juncus-effusus', true, 'tooFineForTowel'],
    ['quercus-rubra', undefined, undefined],
  ])('%s', (id, isSown, why) => {
    const species = handbook.find((one) => one.id === id);
    if (!species) return;
    const { towel, sown } = bothOf('larix-occidentalis', 'towel-in-fridge');
    const found = betterEnding(species, towel, sown, { available: 400, plants: 40 });
    if (isSown !== undefined) expect([found.sown, found.reason.key]).toEqual([isSown, why]);
  });
  test('where the lot is too small to be sown, the towel', () => {
    const { species, towel, sown } = bothOf('larix-occidentalis', 'towel-in-fridge');
    const tight = { available: towel.seeds ?? 0, plants: 40 };
    const dearer = { ...sown, seeds: (towel.seeds ?? 0) + 10 };
    expect(betterEnding({ ...species, light: 'indifferent' }, towel, dearer, tight)).toMatchObject({
      sown: false,
      reason: { key: 'seedIsScarce' },
    });
  });
});

test('trays are counted by containers, and these by seeds to each', () => {
  expect(containersFor(100, { container: 'plug72', each: 2, cover_mm: 3 })).toEqual({ containers: 50, trays: 1 });
  expect(containersFor(1000, { container: 'flat', each: 600, cover_mm: 0 })).toEqual({ containers: 2, trays: 2 });
});
