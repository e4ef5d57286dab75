import { subject } from './subject.ts';

export const say = subject('devices', {
  sensorLost: 'The {{device}} has lost its sensor. Check the plug, or type the figure instead.',
  impossibleFigure: '{{figure}} {{unit}} is impossible: check the {{device}}, or type the figure instead.',
  otherDevice: 'This is a {{hello}}, not a {{device}}. Type the figure instead.',
  notAReading: 'The {{device}} sent something that is not a reading. Type the figure instead.',
  otherVersion: 'The {{device}} speaks another version of the protocol. Type the figure instead.',
  goneQuiet: 'The {{kind}} has gone quiet. Type the figure, or attach it again.',
  lineBroken: 'The line to the {{kind}} is broken. Type the figure, or attach it again.',
  says: 'The {{kind}} says: {{text}}',
});
