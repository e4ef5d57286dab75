import { expect, test } from '@jest/globals';
import { aliveAfterCold, hurtfulCold, neverBelow_C } from './chillingInjury.ts';

test('the worked examples: rain-forest fruit at 5 °C for three days, coffee in the fridge for two weeks, beans that drink cold', () => {
  const alive = (hurts: 'strong' | 'some' | 'drinking', celsius: number, hours: number) => {
    const cold = hurtfulCold(hurts, celsius, hours);
    return [cold, Math.round(1000 * aliveAfterCold(hurts, cold)) / 1000];
  };
  expect(alive('strong', 5, 72)).toEqual([504, 0.496]);
  expect(alive('some', 4, 14 * 24)).toEqual([2016, 0.69]);
  expect(alive('drinking', 4, 24)).toEqual([144, 0.821]);
  // Beans are past it after a day; nothing is hurt in the warmth.
  expect(alive('drinking', 4, 240)).toEqual(alive('drinking', 4, 24));
  expect(alive('strong', 20, 1000)).toEqual([0, 1]);
});

test('what cold kills in days has a limit; what it only checks while drinking has none', () => {
  expect((['extreme', 'strong', 'some', 'drinking', undefined] as const).map(neverBelow_C)).toEqual([15, 12, 10, undefined, undefined]);
});
