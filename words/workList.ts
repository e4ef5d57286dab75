import { subject } from './subject.ts';

export const say = subject('workList', {
  begin: '{{stage}}:',
  check: 'check',
  left_one: 'nobody has time for {{count}} of it',
  left_other: 'nobody has time for {{count}} of them',
  minutes: '{{minutes}} min',
  more: 'Show 40 weeks',
  nobody: 'Nobody has time',
  plantOut: 'plant out',
  weekOf: '{{from}} to {{to}}',
  work: 'Work, week by week',
});
