import { Place } from '@chill/model/place.ts';
import { Stage, StageKind } from '@chill/model/stage.ts';
import { describe, expect, test } from '@jest/globals';
import { TIMINGS } from '../treat/timers.ts';
import { PLACES, placesFor, startingPlaces } from './places.ts';
import { atBench, chills, isStage, keptDry, STAGES, staysAtBench } from './stages.ts';

let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const each = StageKind.options.map((kind) => [kind, STAGES[kind]] as const);

describe('the table of stages', () => {
  test.each(each)('%s does not contradict itself', (kind, facts) => {
    // What is over at the bench has acts there, and nothing else has; its day is none or the next.
    expect(facts.bench !== undefined).toBe(facts.course === 'bench');
    if (facts.bench) expect([0, 1]).toContain(facts.bench.days);
    // Only what waits earns anything, and what earns says in what water.
    if (facts.earns) expect(facts.course).toBe('waits');
    if (facts.water === 'dry') expect(facts.check).toBe('dry');
    // A stage lies where its kind of temperature is: cold in what is made for cold, at an assumed temperature to match.
    if (facts.suits === 'cold') expect(facts.assumed_C).toBeLessThan(10);
    if (facts.suits === 'warm') expect(facts.assumed_C).toBeGreaterThanOrEqual(15);
    // What must say its medium can choose one.
    const sowing = kind === 'sown' && { sowing: { container: 'cell', each: 1, cover_mm: 2 } };
    const needsOne = !Stage.safeParse({ kind, ...sowing }).success;
    if (needsOne) expect(facts.medium.chosen).toBe(true);
  });
  test('every timer that a stage or an act waits for has its timing', () => {
    const steps = each.flatMap(([, { timer, bench }]) => [timer, ...(bench?.acts.map(({ waitsFor }) => waitsFor) ?? [])]);
    for (const step of steps.filter((one) => one !== undefined)) expect(TIMINGS[step].usual_s).toBeGreaterThan(0);
  });
  test('is asked by a few questions, which know nothing of what is not there', () => {
    expect(each.filter(([kind]) => chills(kind)).map(([kind]) => kind)).toEqual(['coldMoist', 'coldDry', 'outdoorWinter']);
    expect(each.filter(([kind]) => keptDry(kind)).map(([kind]) => kind)).toEqual(['dryStore', 'coldDry']);
    expect(each.filter(([kind]) => staysAtBench(kind) && !atBench(kind)).map(([kind]) => kind)).toEqual(['freezerTurns']);
    expect(isStage(undefined, () => true)).toBe(false);
  });
});

describe('the table of places', () => {
  const places = startingPlaces(newId);
  test('gives a nursery that begins a place for every stage but those of a drawer', () => {
    for (const [kind, { places: kinds }] of each) {
      const found = placesFor(kind, places);
      if (!kinds.some((one) => places.some((place) => place.kind === one))) expect(kind).toBe('');
      expect(kinds).toContain(found[0]?.kind);
    }
    for (const place of places) expect(Place.safeParse(place).success).toBe(true);
  });
  test('offers the fittest first, and among equals the one walked past first', () => {
    const more = [
      ...places,
      { ...(places[0] as Place), id: newId(), name: 'Garage fridge', order: 0.5 },
      { ...(places[3] as Place), id: newId(), kind: 'shelf' as const },
    ];
    expect(placesFor('coldMoist', more).map(({ name }) => name)).toEqual(['Garage fridge', 'Fridge']);
    expect(placesFor('warmTowel', more).map(({ kind }) => kind)).toEqual(['mat', 'shelf', 'bench']);
  });
  test('only what is cold says between which temperatures it should stay', () => {
    expect(
      Object.entries(PLACES)
        .filter(([, { shouldStay }]) => shouldStay)
        .map(([kind]) => kind),
    ).toEqual(['fridge', 'freezer']);
  });
});
