import type { Place } from '@chill/model/place.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { describe, expect, test } from '@jest/globals';
import { carryFault } from './carry.ts';

const place = (kind: Place['kind'], nominal_C: number): Place => ({ id: kind, name: kind, kind, nominal_C, capacity: 9, order: 1 });
const freezer = place('freezer', -18);
const mat = place('mat', 22);
const fridge = place('fridge', 4);
const acorn = { storage: 'recalcitrant' } as const;
const larch = { storage: 'orthodox' } as const;

describe('carried to a place that its stage does not lie in', () => {
  test.each<StageKind>(['coldMoist', 'warmMoist', 'warmTowel', 'pot', 'soak'])(
    'damp seed in %s: the freezer kills an acorn, and stops the rest',
    (stage) => {
      expect(carryFault(stage, freezer, acorn)).toBe('frozenDies');
      expect(carryFault(stage, freezer, larch)).toBe('frozenStops');
    },
  );
  test('cold on the mat is too warm, a warm towel in the fridge too cold', () => {
    expect(carryFault('coldMoist', mat, larch)).toBe('tooWarm');
    expect(carryFault('warmTowel', fridge, larch)).toBe('tooCold');
  });
  test('what cold kills never goes into a fridge, whatever stage it is in, and dry seed may', () => {
    const cacao = { storage: 'recalcitrant', chillHurts: 'extreme' } as const;
    expect((['coldMoist', 'warmTowel', 'soak'] as const).map((stage) => carryFault(stage, fridge, cacao))).toEqual(
      Array(3).fill('chillDies'),
    );
    expect(carryFault('warmTowel', mat, cacao)).toBeUndefined();
    expect(carryFault('coldMoist', fridge, { storage: 'orthodox', chillHurts: 'drinking' })).toBeUndefined();
  });
  test('another fridge, another mat, and turns in the freezer are no fault', () => {
    expect(carryFault('coldMoist', place('fridge', 2), acorn)).toBeUndefined();
    expect(carryFault('warmTowel', place('mat', 24), larch)).toBeUndefined();
    expect(carryFault('freezerTurns', freezer, larch)).toBeUndefined();
  });
});
