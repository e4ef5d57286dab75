import { subject } from './subject.ts';

export const say = subject('firstRun', {
  seedsSleepChillCountsThem: 'Seeds sleep. Chill counts them, watches the cold and says when.',
  threeThingsFirstWhereYou:
    'Three things first: where you are, when your frosts end, and how you measure. All of it can be changed later, under Places.',
  start: 'Start',
});
