import { subject } from './subject.ts';

export const say = subject('warm', {
  batches: '{{views}} batches',
  done: 'Done',
  germinatedDay: '<b>{{up}}</b> of {{seeds}} germinated<span>day {{day}}; {{how}}</span>',
  moreCome: '{{low}}–{{high}} more to come',
  nothingWarmTowel: 'Nothing is on the warm towel.',
  oneBatch: 'One batch',
  seedsWarmStratification_one: '{{count}} seed in warm stratification',
  seedsWarmStratification_other: '{{count}} seeds in warm stratification',
  solidCountedDashedExpectedLift: '{{how}}. Solid: counted. Dashed: expected. Lift each while its root is shorter than the seed.',
  warmth: 'In the warmth',
});
