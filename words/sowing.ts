import { subject } from './subject.ts';

/** How seed is sown: into what, how many to each, how deep. */
export const say = subject('sowing', {
  intoWhat: 'Into',
  ownContainers: 'My own',
  toEachContainer: 'Seeds to each',
  seedsToM2: 'Seeds to a square metre',
  seedsToTray: 'Seeds to each tray',
  coverField: 'Cover',
  coverTooDeep: 'No deeper than a third of what it stands in, which is {{depth}} mm deep: {{most}} mm at most.',
  coverFromNothing: 'Cover is a depth: 0 or more.',
  bedIsOutdoors: 'A bed is sown outdoors, where the seed has its winter: choose “Outdoors over winter”, or a pot or tray.',
  coverShutsLight: 'It needs light to germinate: left bare, more come.',
  oneSeedOrMore: 'One seed or more to each.',
});
