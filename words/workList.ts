import { subject } from './subject.ts';

export const say = subject('workList', {
  check: 'Check',
  dueToday: 'About {{minutes}} minutes are due today, as in the round; who has time for what is below.',
  left_one: 'nobody has time for one thing',
  left_other: 'nobody has time for {{count}} things',
  minutes: '{{minutes}} min',
  more: 'Show 40 weeks',
  nobody: 'Nobody has time',
  plantOut: 'Plant out',
  thing: '{{task}}:',
  weekOf: '{{from}} to {{to}}',
  work: 'Work, week by week',
});
