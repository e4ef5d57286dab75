import { cuesOf } from '@chill/core/cue/cues.ts';
import { generaOf, speciesOfGenus } from '@chill/core/cue/fromProfile.ts';
import { schoolMethod } from '@chill/core/methods/schools.ts';
import { Method } from '@chill/model/method.ts';
import { DormancyClass, Flora, Species } from '@chill/model/species.ts';
import { describe, expect, test } from '@jest/globals';
import { loadGenera, loadHandbook } from './load.ts';

const handbook = loadHandbook();
const named = (id: string) => structuredClone(handbook.find((species) => species.id === id)) as Species;
const faults = (species: unknown) => {
  const parsed = Species.safeParse(species);
  return parsed.success ? [] : parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
};

describe('the handbook', () => {
  test('holds three hundred and eighty species and more, in two hundred and twenty genera, of every class, cue and kind of country', () => {
    expect(handbook.length).toBeGreaterThanOrEqual(380);
    expect(new Set(handbook.map(({ scientific }) => scientific.split(' ')[0])).size).toBeGreaterThanOrEqual(220);
    expect(new Set(handbook.map(({ dormancy }) => dormancy.class))).toEqual(new Set(DormancyClass.options));
    const cues = new Set(handbook.flatMap((species) => cuesOf(species).map(({ cue }) => cue)));
    expect([...cues].sort()).toEqual(
      [
        'afterRipening',
        'alternating',
        'cold',
        'dark',
        'flooding',
        'fresh',
        'hardCoat',
        'heatPulse',
        'light',
        'none',
        'secondWinter',
        'smoke',
        'warm',
      ].sort(),
    );
    expect([...new Set(handbook.flatMap(({ flora }) => flora))].sort()).toEqual([...Flora.options].sort());
  });

  test('offers more than one way wherever the schools can differ', () => {
    const schoolsDiffer = handbook.filter(({ cold, hardCoat }) => cold.need !== 'none' || hardCoat !== undefined);
    expect(schoolsDiffer.filter((species) => species.methods.length < 2).map(({ id }) => id)).toEqual([]);
  });

  test('names a source for everything, and no two species share an id or a name', () => {
    for (const pick of ['id', 'scientific'] as const) expect(new Set(handbook.map((one) => one[pick])).size).toBe(handbook.length);
    expect(handbook.filter(({ sources }) => sources.some((source) => source.length < 12))).toEqual([]);
  });

  test('weighs a seed as its size suggests: between a fifth and three times water', () => {
    for (const { id, seed } of handbook) {
      const box_mm3 = seed.length_mm * seed.width_mm * seed.thickness_mm;
      const density = seed.thousandSeeds_g / box_mm3;
      expect([id, density > 0.08 && density < 1.6]).toEqual([id, true]);
    }
  });

  test.each(['mediumInFridge', 'pottedThenChilled', 'warmThenCold', 'noCold'] as const)(
    'lets the school %s make a way that is one, or say why not',
    (school) => {
      for (const species of handbook) {
        const answer = schoolMethod(school, species);
        if ('method' in answer) expect(Method.safeParse(answer.method).success).toBe(true);
        else expect(answer.not.length).toBeGreaterThan(5);
      }
    },
  );

  test('soaks nothing of which it says that it must not be soaked', () => {
    const unsoaked = handbook.filter(({ dormancy }) => /do not soak/i.test(dormancy.why));
    expect(unsoaked.length).toBeGreaterThan(2);
    for (const { id, methods } of unsoaked)
      expect([id, methods.flatMap(({ stages }) => stages.map(({ kind }) => kind)).includes('soak')]).toEqual([id, false]);
  });

  test('gives warm stages a temperature at which the species sprouts at all', () => {
    for (const { id, sprouting } of handbook) {
      expect([id, sprouting.at_C > sprouting.base_C && sprouting.at_C < sprouting.ceiling_C]).toEqual([id, true]);
    }
  });
});

describe('a species file is refused', () => {
  test('when its cold runs from more to fewer days', () => {
    const species = named('larix-occidentalis');
    if (species.cold.need !== 'none') species.cold.days = { from: 42, to: 21 };
    expect(faults(species)).toContain('cold.days: The range must go from fewer to more days.');
  });

  test('when a hard coat has no way that opens it', () => {
    const species = named('iliamna-rivularis');
    species.methods = species.methods.filter((method) => method.id === 'untreated');
    expect(faults(species)).toContain('methods: A hard coat needs a method that scarifies it.');
  });

  test('when it requires cold and no way gives any', () => {
    const species = named('balsamorhiza-sagittata');
    species.methods = species.methods.filter((method) => method.school === 'noCold');
    expect(faults(species)).toContain('methods: Seed that requires cold needs a method with cold stratification.');
  });

  test('when the seed is wider than long, a share is above one, or a week is negative', () => {
    const wide = named('rosa-woodsii');
    wide.seed.width_mm = 9;
    expect(faults(wide)[0]).toMatch(/^seed: /);
    const sure = named('rosa-woodsii');
    sure.usuallyViable = 1.2;
    expect(faults(sure)).toEqual(['usuallyViable: A share lies between 0 and 1.']);
    const negative = named('rosa-woodsii');
    negative.pot.days.least = -7;
    expect(faults(negative)).toContain('pot.days.least: Days cannot be negative.');
  });
});

describe('the defaults of genera', () => {
  const genera = loadGenera();

  test('are sixty and more, each once', () => {
    expect(genera.length).toBeGreaterThanOrEqual(60);
    expect(new Set(genera.map(({ genus }) => genus)).size).toBe(genera.length);
  });

  test('make an entry that passes as a species and says that it stands for a genus', () => {
    for (const genus of genera) {
      const species = speciesOfGenus(genus, 'incognita');
      expect([genus.genus, faults(species)]).toEqual([genus.genus, []]);
      expect(species).toMatchObject({ standsFor: 'genus', evidence: 'sparse', scientific: `${genus.genus} incognita` });
    }
  });

  test('are joined by stand-ins, so that every genus of the handbook has one, which names the species it is made from', () => {
    const more = generaOf(handbook, genera);
    const all = [...genera, ...more].map(({ genus }) => genus);
    expect(new Set(all).size).toBe(all.length);
    expect(handbook.filter(({ scientific }) => !all.includes(scientific.split(' ')[0] as string))).toEqual([]);
    for (const genus of more) {
      const species = speciesOfGenus(genus, 'incognita');
      expect([genus.genus, faults(species)]).toEqual([genus.genus, []]);
      expect(species.dormancy.why).toContain(genus.madeFrom);
    }
  });
});
