import { shown, spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { type Bench, CALCULATORS, type Calculator, calculate } from './calculators.ts';

const METRIC: Bench = { units: { temperature: 'C', length: 'mm', mass: 'g', volume: 'mL' }, elevation_m: 780 };
const CUSTOMARY: Bench = { units: { temperature: 'F', length: 'in', mass: 'oz', volume: 'tsp' }, elevation_m: 2000 };
const named = (name: string) => CALCULATORS.find((one) => one.name === name) as Calculator;
const says = (name: string, typed: Record<string, string> = {}, bench = METRIC) => {
  const outcome = calculate(named(name), typed, bench);
  return outcome.ok
    ? Object.fromEntries(outcome.value.results.map(({ name: of, value }) => [of, value]))
    : `${outcome.field}: ${spoken(outcome.reason)}`;
};

describe('every measure', () => {
  test.each(CALCULATORS.map(({ name }) => [name]))('%s calculates with what stands in it first, in both systems, and says why', (name) => {
    for (const bench of [METRIC, CUSTOMARY]) {
      const outcome = calculate(named(name), {}, bench);
      if (!outcome.ok) throw new Error(`${outcome.field}: ${spoken(outcome.reason)}`);
      expect(outcome.value.results.length).toBeGreaterThan(0);
      expect(JSON.stringify(outcome.value)).not.toMatch(/NaN|Infinity|undefined/);
      const { rule, source, changes } = outcome.value.why;
      expect([rule, source, changes].every((said) => shown(said).length > 5)).toBe(true);
    }
  });
  test.each(CALCULATORS.map(({ name }) => [name]))('%s refuses nonsense at the field it was typed in', (name) => {
    for (const { key, kind } of named(name).asks(METRIC)) {
      if (typeof kind === 'object') continue;
      expect([name, key, String(says(name, { [key]: 'wet' })).split(':')[0]]).toEqual([name, key, key]);
    }
  });
});

describe('what they say', () => {
  test('a teaspoon, exactly', () => {
    expect(says('units', { what: 'volume', typed: '1 tsp' })).toEqual({ metric: '4.929 mL', 'US customary': '1 tsp' });
    expect(says('units', { what: 'temperature', typed: '75F' })).toEqual({ metric: '23.889 °C', 'US customary': '75 °F' });
    expect(says('units', { what: 'mass', typed: '3 mm' })).toMatch(/^typed: “mm” is not a unit for this/);
  });
  test('household peroxide one to one is one and a half per cent; “1 in 3” is not “1 to 3”', () => {
    expect(says('dilution', { parts: '1 to 1', stock: '3', total: '250 mL' })).toMatchObject({ gives: '1.50 %', water: '125 mL (½ cup)' });
    expect(says('dilution', { parts: '1 in 3', total: '300 mL' })).toMatchObject({ water: '200 mL (¾ cup)' });
    expect(says('dilution', { parts: '1 to 3', total: '300 mL' })).toMatchObject({ water: '230 mL (1 cup)' });
    expect(says('dilution', { parts: '1.5 %', stock: '3', total: '100 mL' })).toMatchObject({ 'from the bottle': '50 mL (3½ tbsp)' });
    expect(says('dilution', { stock: '110' })).toBe('stock: A strength lies above 0 and up to 100 per cent.');
    expect(says('dilution', { parts: '6 %', stock: '3' })).toMatch(/^parts: Water only weakens/);
  });
  test('hot water: the pour that is asked for, and the refusals', () => {
    expect(says('hot-water soak', {}, CUSTOMARY)).toMatchObject({ 'water boils here at': '200.1 °F' });
    expect(says('hot-water soak', { vessel: '0 g' })).toMatch(/^vessel: Weigh the empty vessel/);
    expect(says('hot-water soak', { pour: '12 C' })).toMatch(/^pour: That is no warmer than the air/);
    expect(says('hot-water soak', { pour: '99 C' })).toMatch(/^pour: Water boils at 97\.\d °C here/);
    expect(says('hot-water soak', { above: '10 C' })).toBe('above: The air itself is as warm as that.');
    expect(says('hot-water soak', { minutes: '200' })).toMatchObject({ 'for 200 min pour at': 'not here' });
  });
  test('how wet, how many, how deep', () => {
    expect(says('towel water')).toEqual({ water: '19 mL (1½ tbsp)' });
    expect(says('medium water', { part1: 'vermiculite', volume1: '500 mL', seed: '0 g' })).toEqual({ water: '220 mL (1 cup)' });
    expect(says('medium water', { volume0: '0 mL' })).toMatch(/^volume0: Give at least one part of the mix/);
    expect(says('seeds by weight')).toMatchObject({ seeds: '884', 'a thousand weigh': '95 g' });
    expect(says('seeds by weight', { lot: '2 g' })).toMatch(/^sample: The samples weigh more than the lot/);
    expect(says('sowing depth')).toEqual({ sow: '3 mm to 4.5 mm' });
    expect(says('sowing depth', { light: 'needs light' })).toEqual({ sow: 'on the surface' });
  });
});
