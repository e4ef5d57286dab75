import { subject } from './subject.ts';

export const say = subject('calendar', {
  yearOutOfReach: 'Chill works with the years 1900 to 2199, not {{year}}.',
  giveDaySuch: 'Give a day, such as {{day}}.',
  minutes: '{{whole}} minutes',
  notADay: '“{{text}}” is not a day that Chill can read. Try {{day}} or 2026-02-16.',
  notMonth: '“{{month}}” is not a month.',
  seconds_one: '{{count}} second',
  seconds_other: '{{count}} seconds',
  thereNo: 'There is no {{day}}.',
  tomorrowAt: 'tomorrow {{time}}',
  yesterdayAt: 'yesterday {{time}}',
  today: 'today',
  days_one: '{{count}} day',
  days_other: '{{count}} days',
  weeks_one: '{{count}} week',
  weeks_other: '{{count}} weeks',
  months_one: '{{count}} month',
  months_other: '{{count}} months',
  tomorrow: 'tomorrow',
  yesterday: 'yesterday',
});
