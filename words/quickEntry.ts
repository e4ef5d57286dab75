import { subject } from './subject.ts';

export const say = subject('quickEntry', {
  bringBack: 'Bring back “{{line}}”',
  howToEnter:
    'A bag code or its species, then what you saw or did, in order: <b>+3 up</b>, <b>1 mould</b>, <b>2 potted</b>, <b>1 lost</b>, <b>damp</b>, <b>dry</b>, <b>wet</b>, <b>fresh towel</b>, <b>watered 15 mL</b>, <b>out</b>, <b>in</b>, <b>yesterday</b>, <b>on 14 Feb</b>, <b>note</b> and any text. Several bags go in one line. Chill shows what it will record before it does.',
  close: 'Close',
  example: '7QK +3 up, 1 mould, damp',
  on: 'on {{on}}',
  quickEntry: 'Quick entry',
  record: 'Record',
  recorded: 'Recorded',
  noOpenBag: 'There is no open bag {{code}}.{{meant}}',
  today: 'today',
  was: 'Was it {{likely}}?',
  oneDayOneBag: 'Write each bag once, or one line a day.',
  suggestions: 'Suggestions',
  whichBag: 'Which bag?',
});
