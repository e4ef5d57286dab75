import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { brokenOffWords } from '../units/lines.ts';
import { guessLayout, type LoggerLayout } from './loggerCsv.ts';
import { LogReader, lineReader } from './logReader.ts';

const NOW = Date.parse('2027-02-16T12:00:00Z');
const layoutOf = (text: string): LoggerLayout => {
  const found = guessLayout(text);
  if (!found.ok) throw new Error(spoken(found.reason));
  return found.value;
};
const readIn = (pieces: readonly string[], layout: LoggerLayout, zone = 'UTC') => {
  const reader = new LogReader(layout, zone);
  for (const piece of pieces) reader.push(piece);
  return reader.end(NOW);
};
const FILE = [
  'time,temperature C',
  '2027-02-01 00:00,3.5',
  '2027-02-01 00:10,3.6',
  '2027-02-01 00:30,-127',
  '2027-02-01 00:20,85',
  '',
  '2027-02-31 00:20,3.6',
  '2027-02-01 00:40,warm',
  '2027-02-01 00:10,3.6',
  '2027-02-01 00:10,4.6',
  '2031-02-01 00:10,4.6',
  '2027-02-01 00:50,3.4',
];

describe('a logger’s file, read as it comes', () => {
  test('what is good is kept in order, everything else is told by its line', () => {
    const { readings, left, repeated } = readIn([FILE.join('\n')], layoutOf(FILE.join('\n')));
    expect([...readings.celsius]).toEqual([3.5, 3.6, 3.4]);
    expect(repeated).toBe(1);
    expect(left).toEqual([
      { why: 'there is no such day or time', lines: [7] },
      { why: 'that is not a temperature', lines: [8] },
      { why: 'the sensor had come off (−127 °C)', lines: [4] },
      { why: 'the sensor was just switched on (85 °C)', lines: [5] },
      { why: 'that moment is in the future', lines: [11] },
      { why: 'that moment has another temperature already', lines: [10] },
    ]);
  });
  test('wherever the pieces are cut, and however its lines end, it is the same', () => {
    const whole = readIn([FILE.join('\n')], layoutOf(FILE.join('\n')));
    fc.assert(
      fc.property(fc.constantFrom('\n', '\r\n', '\r'), fc.array(fc.nat(400), { maxLength: 12 }), fc.boolean(), (ending, cuts, endsOpen) => {
        const text = FILE.join(ending) + (endsOpen ? '' : ending);
        const at = [0, ...cuts.filter((cut) => cut < text.length).sort((a, b) => a - b), text.length];
        const pieces = at.slice(1).map((end, i) => text.slice(at[i], end));
        expect(readIn(pieces, layoutOf(text))).toEqual(whole);
      }),
      { numRuns: 60 },
    );
  });
  test('cut in the middle of a line, that line is told and the rest is kept', () => {
    const cut = `${FILE.slice(0, 3).join('\n')}\n2027-02-0`;
    expect(readIn([cut], layoutOf(cut))).toMatchObject({ left: [{ why: brokenOffWords(), lines: [4] }] });
  });
  test.each([
    ['2027-02-01 00:20,13.2', '2027-02-01 00:20,1', 2],
    ['2027-02-01 00:20,13.2', '2027-02-01 00:20,13', 2],
    ['2027-02-01 00:20,13.2', '2027-02-01 00:20,13.2', 3],
  ])('cut in the middle of a figure, %s to %s, no wrong one is taken', (_, last, count) => {
    const text = `${FILE.slice(0, 3).join('\n')}\n${last}`;
    const { readings, left } = readIn([text], layoutOf(text));
    expect([readings.at_ms.length, left]).toEqual([count, count === 3 ? [] : [{ why: brokenOffWords(), lines: [4] }]]);
  });
  test('a text without line ends is refused before it fills the memory', () => {
    const reader = new LogReader(layoutOf(FILE.join('\n')), 'UTC');
    const flood = () => {
      for (let i = 0; i < 100; i++) reader.push('3,5;'.repeat(2000));
    };
    expect(flood).toThrow('line 1 has no end');
  });
  test('quoted cells, and a separator within them', () => {
    const text = '"when";"the fridge; below"\n"01.02.2027 00:00";"3,5"\n"13.02.2027 00:00";"4,5"\n';
    const layout = layoutOf(text);
    expect(layout).toMatchObject({ separator: ';', order: 'dmy', decimalComma: true });
    expect([...readIn([text], layout).readings.celsius]).toEqual([3.5, 4.5]);
  });
  test('a clock that was put back in autumn reads every line once', () => {
    const rows = Array.from({ length: 8 }, (_, i) => {
      // As the wall clock shows it: one o'clock comes twice.
      const local = new Date(Date.parse('2026-11-01T06:00:00Z') + i * 1_800_000);
      const hidden = i >= 4 ? 7 : 6;
      const shown = new Date(local.getTime() - hidden * 3_600_000);
      return `${shown.toISOString().slice(0, 16).replace('T', ' ')},${3 + i / 10}`;
    });
    const text = `time,temp C\n${rows.join('\n')}\n`;
    const { readings, left, repeated } = readIn([text], layoutOf(text), 'America/Denver');
    expect([left, repeated]).toEqual([[], 0]);
    expect([...readings.at_ms].map((at, i, all) => (i === 0 ? 1_800_000 : at - (all[i - 1] as number)))).toEqual(Array(8).fill(1_800_000));
  });
  test('one line at a time, for the sample that is shown', () => {
    const read = lineReader(layoutOf(FILE.join('\n')), 'America/Denver');
    expect(read('2027-02-01 00:00,3.5')).toEqual({ at_ms: Date.parse('2027-02-01T07:00:00Z'), celsius: 3.5 });
    expect(read('')).toBeUndefined();
    expect(read('x,y')).toHaveProperty('reason');
  });
});
