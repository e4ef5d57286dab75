import { loadHandbook } from '@chill/handbook/load.ts';
import { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { viableShare } from '../lot/viability.ts';
import { withFigures } from './figures.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const share = (now: number, worth = 50) => ({ now, worth });

describe('a species with a nursery’s own figures', () => {
  test('is a species still, each figure in its place, and says which are not the handbook’s', () => {
    const figures = {
      viable: { ...share(0.6), ageing: 0.2 },
      sprouts: share(0.5),
      establishes: share(0.4),
      openCoat: share(0.3),
      hotWater: share(0.2),
      speed: { from: 3, to: 9 },
    };
    const made = Species.parse(withFigures(of('lupinus-sericeus'), figures));
    expect(made).toMatchObject({ usuallyViable: 0.6, sprouting: { share: 0.5, days: { from: 3, to: 9 } }, pot: { establishes: 0.4 } });
    expect(made).toMatchObject({ hardCoat: { openCoat: 0.3, hotWater: 0.2 }, figures });
    // What is laid over them stands; the others stay.
    expect(withFigures(made, { sprouts: share(0.9) })).toMatchObject({
      sprouting: { share: 0.9 },
      figures: { sprouts: share(0.9), viable: { now: 0.6 } },
    });
  });
  test('has nothing put where the species has no such thing, and is the same where there is nothing to put', () => {
    const larch = of('larix-occidentalis');
    expect(withFigures(larch, { openCoat: share(0.3) }).hardCoat).toBeUndefined();
    expect(withFigures({ ...larch, cold: { need: 'none' } }, { cold: { from: 20, to: 40 } }).cold).toEqual({ need: 'none' });
    expect([withFigures(larch, undefined), withFigures(larch, {})]).toEqual([larch, larch]);
  });
  test('counts for as many seeds as it says where nobody has tested', () => {
    const { alpha, beta } = viableShare({ kind: 'unknown' }, withFigures(of('camassia-quamash'), { viable: share(0.6, 80) }));
    expect([alpha, beta]).toEqual([expect.closeTo(48.5, 9), expect.closeTo(32.5, 9)]);
  });
});
