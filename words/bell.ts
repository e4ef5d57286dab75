import { subject } from './subject.ts';

export const say = subject('bell', {
  bench: 'to the bench',
  endedAgo: '<b><span>{{code}}</span> {{common}}</b>: {{name}} ended {{by}} ago, {{over}} {{means}}',
  timersOver: 'Timers that are over',
  runsOnWhileClosed: 'Closing this page, sleep or a restart does not stop it.',
  end: 'end the {{name}}: {{code}}',
  endNow: 'End it now',
  ends: 'ends',
  wasEnd: 'was to end',
});
