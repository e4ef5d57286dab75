import { loadHandbook } from '@chill/handbook/load.ts';
import type { Method } from '@chill/model/method.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { chainOf, chainShare } from '../follow/chain.ts';
import { followStages } from '../follow/stages.ts';
import { WRONG_LIGHT_SHARE } from '../sprout/light.ts';
import { tooSteadyWords, wrongLightWords } from './wrongPlace.ts';

describe('a place that a seed is about to be laid in', () => {
  test.each([
    ['needs light', 'dark', /needs light to germinate, and Mat is dark/],
    ['wants dark', 'lit', /germinates in the dark, and Mat has light/],
    ['needs light', undefined, undefined],
    ['indifferent', 'dark', undefined],
  ] as const)('%s, on a mat that is %s', (light, mat, says) => {
    const said = wrongLightWords({ light }, { name: 'Mat', light: mat });
    if (says) expect(asRead(said as never)).toMatch(says);
    else expect(said).toBeUndefined();
  });
  test('the wrong light: the expected number falls by its share, and the sentence names that share', () => {
    const larch = loadHandbook().find(({ id }) => id === 'larix-occidentalis') as Species;
    const method = larch.methods.find(({ id }) => id === 'no-cold') as Method;
    const onMat = (light: Place['light'], needs: Species['light']) => {
      const species = { ...larch, light: needs };
      const mat = { id: 'mat', name: 'Mat', kind: 'mat', nominal_C: 22, capacity: 5, order: 1, ...(light && { light }) } as const;
      return chainShare(chainOf(species, method, followStages(method, { species, places: [mat], start: '2026-10-01' })));
    };
    expect(onMat('dark', 'needs light') / onMat('lit', 'needs light')).toBeCloseTo(WRONG_LIGHT_SHARE.dark, 12);
    expect(onMat('lit', 'wants dark') / onMat(undefined, 'wants dark')).toBeCloseTo(WRONG_LIGHT_SHARE.lit, 12);
    expect(asRead(wrongLightWords({ light: 'needs light' }, { name: 'Mat', light: 'dark' }) as never)).toContain('40 % of those');
  });
  test('differs too little between day and night: as much is counted on as come without', () => {
    const units = { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' } as const;
    const species = { alternating: { day_C: 25, night_C: 15, steady: 0.35 } };
    expect(asRead(tooSteadyWords(species, 'Mat', 2, units) as never)).toMatch(/wants 25 °C by day and 15 °C by night.*35 % of those/);
    expect(tooSteadyWords(species, 'Mat', 3, units)).toBeUndefined();
    expect(tooSteadyWords({}, 'Mat', 0, units)).toBeUndefined();
  });
});
