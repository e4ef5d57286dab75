import { spoken } from '@chill/words/subject.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { guessLayout, type LoggerLayout, readLoggerLine } from './loggerCsv.ts';
import { lineReader } from './logReader.ts';

const lay = (text: string): LoggerLayout => {
  const guessed = guessLayout(text);
  if (!guessed.ok) throw new Error(spoken(guessed.reason));
  return guessed.value;
};
const read = (text: string) => {
  const layout = lay(text);
  return text
    .split('\n')
    .slice(layout.skip)
    .map((line) => readLoggerLine(line.split(layout.separator), layout));
};

describe('a logger’s CSV', () => {
  test.each<[string, string, Partial<LoggerLayout>, number]>([
    [
      'ISO, comma',
      'time,temperature\n2027-02-03 04:00,3.6\n2027-02-03 05:00,3.8',
      { separator: ',', skip: 1, order: 'ymd', fahrenheit: false },
      3.6,
    ],
    [
      'semicolons and decimal commas',
      'Datum;Zeit;Temp °C\n03.02.2027;04:00;3,6\n03.02.2027;05:00;3,8',
      { separator: ';', timeColumn: 1, decimalComma: true, order: 'dmy' },
      3.6,
    ],
    [
      'American, Fahrenheit, a running number',
      '"#","Date Time","Temp, °F"\n1,02/03/27 04:00:00 AM,38.48\n2,02/13/27 05:00:00 AM,39',
      { dayColumn: 1, temperatureColumn: 2, order: 'mdy', fahrenheit: true },
      3.6,
    ],
    [
      'tabs, lines before the header',
      'Logger 7\nSerial 123\n\nwhen\tC\n2027/02/03 04:00\t3.6\n2027/02/03 05:00\t3.8',
      { separator: '\t', skip: 4 },
      3.6,
    ],
    [
      'semicolons, decimal commas and no header: nothing is cut at the comma',
      '16.02.2027 04:00;3,8\n16.02.2027 05:00;3,9\n16.02.2027 06:00;4',
      { separator: ';', decimalComma: true, temperatureColumn: 1, order: 'dmy' },
      3.8,
    ],
    [
      'tabs and decimal commas',
      'when\tTemp °C\n2027-02-16 04:00\t3,8\n2027-02-16 05:00\t3,9',
      { separator: '\t', decimalComma: true, temperatureColumn: 1 },
      3.8,
    ],
    [
      'years of two figures in front, which the days that go on tell',
      'time,C\n26-02-16 04:00,3.6\n26-02-17 04:00,3.8\n26-02-18 04:00,3.9',
      { order: 'ymd', orderUnsure: false },
      3.6,
    ],
    [
      'a clock named in the header',
      '"#","Date Time, GMT-07:00","Temp, °C"\n1,02/13/27 04:00:00,3.6\n2,02/13/27 05:00:00,3.7',
      { offset_min: -420, order: 'mdy' },
      3.6,
    ],
    ['no header, warm figures', '13/2/2027 4:00 pm,38.48\n14/2/2027 5:00 pm,38.3', { skip: 0, order: 'dmy', fahrenheit: true }, 3.6],
  ])('%s', (_, text, layout, celsius) => {
    expect(lay(text)).toMatchObject(layout);
    expect(read(text)[0]).toMatchObject({ celsius: expect.closeTo(celsius, 9) });
  });
  test('times after noon, midnight, and seconds', () => {
    const layout = lay('a,b\n2027-02-03 12:00 AM,3.6\n2027-02-03 1:30 PM,3.8');
    expect(readLoggerLine(['2027-02-03 12:05:09 AM', '3'], layout)).toMatchObject({ local: { hour: 0, minute: 5, second: 9 } });
    expect(readLoggerLine(['2027-02-03 12:05 PM', '3'], layout)).toMatchObject({ local: { hour: 12 } });
    expect(readLoggerLine(['2027-02-03T13:05:00Z', '3'], layout)).toMatchObject({ local: { hour: 13, minute: 5 } });
  });
  test('times that say that they are in UTC are known for it', () => {
    expect(lay('a,b\n2027-02-03T04:00:00Z,3.6')).toMatchObject({ utc: true, order: 'ymd' });
    expect(lay('a,b\n2027-02-03 04:00,3.6').utc).toBe(false);
  });
  test('a time that names its own distance from UTC keeps it', () => {
    const layout = lay('a,b\n2027-02-03T04:00:00+02:00,3.6');
    expect(readLoggerLine(['2027-02-03T04:00:00+02:00', '3.6'], layout)).toMatchObject({ offset_min: 120 });
    expect(lineReader(layout, 'America/Denver')('2027-02-03T04:00:00+02:00,3.6')).toMatchObject({
      at_ms: Date.parse('2027-02-03T02:00:00Z'),
    });
    expect(lineReader({ ...layout, offset_min: -420 }, 'UTC')('2027-02-03 04:00,3.6')).toMatchObject({
      at_ms: Date.parse('2027-02-03T11:00:00Z'),
    });
  });
  test('the grower’s own separator is cut at', () => {
    expect(guessLayout('2027-02-03 04:00;3,8', { separator: ';' })).toMatchObject({ ok: true, value: { separator: ';' } });
  });
  test('where day and month could be either, it says that it is not sure', () => {
    expect(lay('a,b\n02/03/2027 04:00,3.6\n02/03/2027 05:00,3.8')).toMatchObject({ order: 'mdy', orderUnsure: true });
    expect(lay('a,b\n02.03.2027 04:00,3.6')).toMatchObject({ order: 'dmy', orderUnsure: false });
  });
  test.each([
    ['\u0089PNG\r\n\u001a\n\u0000\u0000', /not a text file/],
    ['hello\nworld', /both a date and a figure/],
    ['2027-02-03,3.6\n2027-02-04,3.8', /no times of day/],
    ['', /both a date and a figure/],
  ])('%j is refused', (text, says) => {
    expect(asRead(guessLayout(text))).toMatchObject({ ok: false, reason: expect.stringMatching(says) });
  });
  test.each<[string[], RegExp]>([
    [['2027-02-30 04:00', '3.6'], /there is no/],
    [['2027-02-03 25:00', '3.6'], /there is no/],
    [['2027-02-03 04:00', 'ERR'], /not a temperature/],
    [['2027-02-03 04:00', ''], /No temperature/],
    [['2027-02-03', '3.6'], /not a day and a time/],
    [['end of file'], /not a day and a time/],
  ])('the line %j is told of and left', (row, says) => {
    const layout = lay('a,b\n2027-02-03 04:00,3.6');
    expect(asRead(readLoggerLine(row, layout))).toMatchObject({ reason: expect.stringMatching(says) });
    expect(readLoggerLine(['', ' '], layout)).toBeUndefined();
  });
});
