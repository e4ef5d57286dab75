import { loadHandbook } from '@chill/handbook/load.ts';
import { Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cuesOf, waitsFor } from './cues.ts';
import { type ProfileName, speciesFromProfile } from './fromProfile.ts';
import { keyGuess } from './key.ts';

const handbook = loadHandbook();
const NAME: ProfileName = {
  id: 'own-x',
  scientific: 'Ignota',
  common: 'Unknown',
  country: 'x',
  why: 'x',
  source: 'the key, by likeness',
  standsFor: 'guess',
};
const species = (id: string) => handbook.find((one) => one.id === id) as Species;

describe('what a seed waits for', () => {
  test.each([
    ['cercis-canadensis', 'needs scarification, then 35 to 90 days of cold stratification'],
    [
      'trillium-grandiflorum',
      'needs 70 to 120 days of cold stratification, then 60 to 120 days of warm stratification, then 70 to 120 days of a second winter',
    ],
    ['emmenanthe-penduliflora', 'needs smoke'],
    ['eucalyptus-camaldulensis', 'needs only light'],
    ['betula-pendula', 'needs 21 to 42 days of cold stratification (it only helps), then light'],
  ])('%s %s', (id, text) => {
    expect(waitsFor(species(id))).toBe(text);
  });
});

describe('the key for an unknown seed', () => {
  test('a hard seed from burned mild country wants its coat opened, and no winter', () => {
    const guess = keyGuess({ swells: 'no', winters: 'mild', ground: 'burns', size: 'middle', fruit: 'dry' }, handbook);
    expect(guess.cues).toEqual(['hardCoat']);
    expect(guess.sure).toBeGreaterThan(0.6);
    expect(guess.chances.cold).toBeLessThan(0.3);
  });
  test('a fleshy woodland shrub from cold winters wants cold stratification', () => {
    const guess = keyGuess({ swells: 'yes', winters: 'cold', ground: 'woods', life: 'woody', fruit: 'fleshy', ripens: 'autumn' }, handbook);
    expect(guess.cues).toContain('cold');
    expect(guess.profile.cold.need).not.toBe('none');
  });
  const kept = ({ cues, tests, profile }: ReturnType<typeof keyGuess>) => ({
    cold: [cues, tests.map(({ cue }) => cue)].flat().filter((cue) => cue === 'cold' || cue === 'secondWinter'),
    dry: tests.filter(({ text }) => /dry (five|them)|freezer/i.test(text)).length + (cues.includes('afterRipening') ? 1 : 0),
    need: profile.cold.need,
    storage: profile.storage,
  });
  test.each([
    ['a large seed out of a fresh tropical fruit', { winters: 'frostFree', fruit: 'fresh', size: 'large', life: 'woody' }],
    ['the same by size and fruit alone', { fruit: 'fresh', size: 'large' }],
    ['the same, said to swell', { swells: 'yes', fruit: 'fresh', size: 'large', life: 'woody', ripens: 'autumn' }],
  ] as const)('%s is neither chilled, dried nor frozen', (_, answers) => {
    const guess = keyGuess(answers, handbook);
    expect(guess.deadly).toEqual({ cold: true, drying: true });
    expect(kept(guess)).toEqual({ cold: [], dry: 0, need: 'none', storage: 'recalcitrant' });
    expect(speciesFromProfile(guess.profile, NAME).methods.flatMap(({ stages }) => stages.map(({ kind }) => kind))).not.toEqual(
      expect.arrayContaining([expect.stringMatching(/cold|freez|winter|dryStore/i)]),
    );
  });
  test.each([
    ['a kitchen crop', { life: 'crop', size: 'small', fruit: 'dry' }],
    ['an annual whose winters nobody knows', { life: 'annual', size: 'middle', swells: 'yes' }],
    ['an annual of frost-free country', { life: 'annual', winters: 'frostFree' }],
  ] as const)('%s is not chilled', (_, answers) => {
    const guess = keyGuess(answers, handbook);
    expect(guess.deadly.cold).toBe(true);
    expect(kept(guess)).toMatchObject({ cold: [], need: 'none' });
  });
  test('answers that nothing known fits are said to be like nothing known, whatever else is likely', () => {
    const guess = keyGuess({ winters: 'frostFree', life: 'annual', fruit: 'fresh', size: 'dust', ground: 'burns' }, handbook);
    expect(guess.standing).toBe('nothingAlike');
    expect(guess.deadly).toEqual({ cold: true, drying: true });
    expect(keyGuess({ winters: 'cold', ground: 'woods', life: 'woody' }, handbook).standing).toBe('guess');
  });
  test('whatever is answered, what might kill is not proposed', () => {
    const any = <T extends string>(...values: T[]) => fc.option(fc.constantFrom(...values), { nil: undefined });
    const answered = fc.record({
      swells: any('yes', 'no'),
      winters: any('cold', 'mild', 'frostFree'),
      ground: any('wet', 'woods', 'open', 'burns'),
      life: any('annual', 'perennial', 'woody', 'crop'),
      size: any('dust', 'small', 'middle', 'large'),
      fruit: any('dry', 'fleshy', 'fresh'),
    });
    fc.assert(
      fc.property(answered, (given) => {
        const guess = keyGuess(Object.fromEntries(Object.entries(given).filter(([, value]) => value)), handbook);
        if (guess.deadly.cold) expect(kept(guess)).toMatchObject({ cold: [], need: 'none' });
        if (guess.deadly.drying) expect(kept(guess)).toMatchObject({ dry: 0, storage: 'recalcitrant' });
      }),
      { numRuns: 300 },
    );
  });
  test('the two tests ask about what is most in doubt, and never again what was just told', () => {
    const guess = keyGuess({ swells: 'yes', winters: 'cold' }, handbook);
    expect(guess.tests).toHaveLength(2);
    expect(guess.tests.map(({ cue }) => cue)).not.toContain('hardCoat');
  });
  test('each answer sharpens or leaves it; told as a species is, most are guessed right', () => {
    const said = handbook.filter(({ hardCoat }) => hardCoat);
    const right = said.filter((one) =>
      keyGuess(
        { swells: 'no', life: one.life === 'annual' || one.life === 'perennial' ? 'perennial' : 'woody', fruit: one.fruit },
        handbook.filter((other) => other !== one),
      ).cues.includes('hardCoat'),
    );
    expect(right.length / said.length).toBeGreaterThan(0.8);
  });
  test('whatever is answered, the guess makes an entry that passes as a species', () => {
    for (const swells of ['yes', 'no', undefined] as const)
      for (const winters of ['cold', 'mild', undefined] as const)
        for (const size of ['dust', 'small', 'middle', 'large', undefined] as const)
          for (const ground of ['wet', 'woods', 'open', 'burns'] as const) {
            const { profile } = keyGuess(
              { ...(swells && { swells }), ...(winters && { winters }), ...(size && { size }), ground },
              handbook,
            );
            const made = speciesFromProfile(profile, NAME);
            expect(Species.safeParse(made).error?.issues ?? []).toEqual([]);
            expect(cuesOf(made).length).toBeGreaterThan(0);
          }
  });
});
