import { subject } from './subject.ts';

export const say = subject('spring', {
  addLot: 'Add a lot',
  late_one: '{{count}} day too late',
  late_other: '{{count}} days too late',
  linkThisSpring: 'What can still be ready this spring?',
  linkNextSpring: 'What can be ready by next spring?',
  lot: 'lot',
  lotWith_one: '{{code}} · one seed in stock',
  lotWith_other: '{{code}} · {{count}} seeds in stock',
  means:
    'All that is in stock of each lot, started from today on by the method that Plan puts first of those in time. Plants are ranges, 9 times in 10. A line leads to its plan.',
  method: 'method',
  notAnyMore_one: 'One lot cannot any more; the soonest is',
  notAnyMore_other: '{{count}} lots cannot any more; the soonest are',
  nothingInStock: 'No lot has seeds in stock.',
  outBy: 'planted out by',
  plants: 'plants',
  ready: 'ready',
  start: 'start',
  still_one: 'One lot still can',
  still_other: '{{count}} lots still can',
  title: 'What can still be ready by {{day}}?',
  today: 'today',
  weighing: 'Weighing the methods: {{done}} of {{of}} lots.',
});
