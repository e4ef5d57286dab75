import { subject } from './subject.ts';

export const say = subject('quickEntry', {
  bringBack: 'Bring back “{{line}}”',
  bagCodeThenWhatYou:
    'A bag code or its species, then what you saw or did, in order: <b>+3 up</b>, <b2>1 mould</b2>, <b3>2 potted</b3>, <b4>1 lost</b4>, <b5>damp</b5>, <b6>dry</b6>, <b7>wet</b7>, <b8>fresh towel</b8>, <b9>watered 15 mL</b9>, <b10>out</b10>, <b11>in</b11>, <b12>yesterday</b12>, <b13>on 14 Feb</b13>, <b14>note</b14> and any text. Several bags go in one line. Chill shows what it will record before it does.',
  close: 'Close',
  n7qk3Up1Mould: '7QK +3 up, 1 mould, damp',
  on: 'on {{on}}',
  quickEntry: 'Quick entry',
  record: 'Record',
  recorded: 'Recorded',
  thereNoOpenBag: 'There is no open bag {{code}}.{{meant}}',
  today: 'today',
  was: 'Was it {{likely}}?',
  oneDayOneBag: 'Write each bag once, or one line a day.',
  suggestions: 'Suggestions',
  whichBag: 'Which bag?',
});
