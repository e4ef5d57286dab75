import { subject } from './subject.ts';

export const say = subject('label', {
  a4Of10: 'A4, 10 labels of 105 × 57 mm',
  a4Of21: 'A4, 21 labels of 70 × 42.3 mm',
  a4Of24: 'A4, 24 labels of 70 × 37 mm',
  a4Plain18: 'A4 plain paper, 18 to cut, 65 × 46 mm',
  checkLocalRules: 'Check the local rules before planting out.',
  doNotThrowAway: 'Do not throw away.',
  irritantGloves: 'Irritant: gloves.',
  sownInto: '{{container}}, {{each}} to each, {{cover}} mm deep',
  lotSeeds_one: 'lot {{code}} · {{count}} seed',
  lotSeeds_other: 'lot {{code}} · {{count}} seeds',
  lotSeedsRound_one: 'lot {{code}} · {{count}} seed · round {{round}}',
  lotSeedsRound_other: 'lot {{code}} · {{count}} seeds · round {{round}}',
  notFoodPoisonous: 'NOT FOOD: poisonous seed.',
  notFoodTreatPoisonous: 'NOT FOOD: treat as poisonous.',
  out: '{{stage}} in {{start}}, out {{end}} {{year}}',
  potsSince: 'in pots since {{start}}',
  seedsNotFood: 'SEEDS, NOT FOOD.',
  to: '({{from}} to {{to}})',
  usLetter10: 'US Letter, 10 labels of 101.6 × 50.8 mm',
  usLetter30: 'US Letter, 30 labels of 66.7 × 25.4 mm',
});
