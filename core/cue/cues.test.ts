import { loadHandbook } from '@chill/handbook/load.ts';
import type { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { CUE_NAMES, CUES, type CueName, cuesOf, waitsFor } from './cues.ts';
import { keyGuess } from './key.ts';

const handbook = loadHandbook();
const named = (id: string) => handbook.find((species) => species.id === id) as Species;
const cues = (species: Species) => cuesOf(species).map(({ cue }) => cue);

describe('what a seed waits for', () => {
  test('is told in the order in which it meets it: one winter after the warmth, the first of two before it', () => {
    for (const species of handbook) {
      const found = cues(species);
      const at = (cue: CueName) => found.indexOf(cue);
      expect(new Set(found).size).toBe(found.length);
      if (at('warm') < 0 || at('cold') < 0) continue;
      if (at('secondWinter') < 0) expect(at('cold')).toBeGreaterThan(at('warm'));
      else expect([at('cold') < at('warm'), at('warm') < at('secondWinter')]).toEqual([true, true]);
    }
    expect(handbook.some((species) => cues(species).includes('secondWinter'))).toBe(true);
  });
  test('is something, or “nothing” and no more than light', () => {
    for (const species of handbook) {
      const found = cues(species);
      expect(found.length).toBeGreaterThan(0);
      if (found.includes('none')) expect(found.filter((cue) => CUES[cue].decides)).toEqual([]);
    }
  });
  test('is said with its days where it is days', () => {
    expect(waitsFor(named('crataegus-douglasii'))).toMatch(/\d+ days of warm stratification, then .*\d+ days of cold stratification/);
    expect(waitsFor(named('clivia-miniata'))).toBe('needs fresh sowing, never dried');
  });
});

describe('the table of cues', () => {
  test('names each once, and the bars of the key stand in an order of their own', () => {
    expect(new Set(CUE_NAMES.map((cue) => CUES[cue].name)).size).toBe(CUE_NAMES.length);
    const bars = CUE_NAMES.flatMap((cue) => CUES[cue].bar ?? []);
    expect(new Set(bars).size).toBe(bars.length);
  });
  test('gives the key its tests: of the cues that it is least sure of', () => {
    const { tests, chances, deadly } = keyGuess({ winters: 'cold', fruit: 'dry', size: 'dust', life: 'perennial' }, handbook);
    expect(deadly).toEqual({ cold: false, drying: false });
    const unsure = (cue: CueName) => Math.abs(chances[cue] - 0.5);
    const others = CUE_NAMES.filter((cue) => CUES[cue].test && !tests.some((one) => one.cue === cue));
    expect(tests).toHaveLength(2);
    for (const { cue, text } of tests) {
      expect(text).toBe(CUES[cue].test);
      expect(Math.min(...others.map(unsure))).toBeGreaterThanOrEqual(unsure(cue));
    }
  });
});
