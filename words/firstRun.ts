import { subject } from './subject.ts';

export const say = subject('firstRun', {
  whatChillDoes: 'Seeds sleep. Chill counts them, watches the cold and says when.',
  whatIsAskedFirst:
    'A few things first: where you are, when your frosts end, and how you measure and write. All of it can be changed later, under Places.',
  start: 'Start',
  growingDemo: 'Growing the demo nursery … about half a minute',
  lookAroundDemo: 'Look around in the demo nursery',
  orLookAround:
    'Or look first: a nursery in February with forty batches under way. Nothing you do there touches your own, and one tap leads back.',
});
