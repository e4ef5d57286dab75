import { subject } from './subject.ts';

export const say = subject('firstRun', {
  seedsSleepChillCountsThem: 'Seeds sleep. Chill counts them, watches the cold and says when.',
  threeThingsFirstWhereYou:
    'A few things first: where you are, when your frosts end, and how you measure and write. All of it can be changed later, under Places.',
  start: 'Start',
});
