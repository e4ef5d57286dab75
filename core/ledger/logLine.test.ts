import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { parseLogLine } from './logLine.ts';

const today = '2027-02-16';
const read = (line: string) => parseLogLine(line, today);
const problems = (line: string) => read(line).misread.map((one) => `${one.text}@${one.at}: ${spoken(one.reason)}`);

describe('the log line', () => {
  test('7QK +3 up, 1 mould, damp ok', () => {
    expect(read('7QK +3 up, 1 mould, damp ok')).toEqual({
      code: '7QK',
      on: today,
      sayings: [
        { kind: 'count', verb: 'up', count: 3 },
        { kind: 'count', verb: 'mouldy', count: 1 },
        { kind: 'damp', damp: 'right' },
      ],
      misread: [],
    });
  });

  test('dictated, with the code spelled out and numbers as words', () => {
    expect(read('seven q k three up and no mould')).toMatchObject({
      code: '7QK',
      misread: [],
      sayings: [{ count: 3 }, { kind: 'mould', mould: 'none' }],
    });
  });

  test.each([
    ['7qk 4 set out', [{ kind: 'count', verb: 'plantOut', count: 4 }]],
    ['7qk 0 mould', [{ kind: 'mould', mould: 'none' }]],
    ['7qk mould spreading fresh towel', [{ kind: 'mould', mould: 'spreading' }, { kind: 'fresh' }]],
    ['7qk watered 15 mL', [{ kind: 'watered', water_mL: 15 }]],
    [
      '7qk damp, water ½ tbsp',
      [
        { kind: 'damp', damp: 'right' },
        { kind: 'watered', water_mL: 14.78676478125 / 2 },
      ],
    ],
    [
      'seven q k watered five ml and no mould',
      [
        { kind: 'watered', water_mL: 5 },
        { kind: 'mould', mould: 'none' },
      ],
    ],
    ['7qk out', [{ kind: 'done' }]],
    ['7qk in', [{ kind: 'begin' }]],
    ['7qk 2 held over', [{ kind: 'count', verb: 'heldOver', count: 2 }]],
    [
      '7qk wet note smells of earth, fold torn',
      [
        { kind: 'damp', damp: 'wet' },
        { kind: 'note', text: 'smells of earth, fold torn' },
      ],
    ],
  ])('%s', (line, sayings) => {
    expect(read(line)).toMatchObject({ sayings, misread: [] });
  });

  test.each([
    ['7qk 1 up on 14 Feb', '2027-02-14'],
    ['7qk yesterday damp', '2027-02-15'],
    ['7qk on 14 Feb 1 up', '2027-02-14'],
    ['7qk damp on 2027-02-10', '2027-02-10'],
  ])('%s is dated', (line, on) => {
    expect(read(line)).toMatchObject({ on, misread: [] });
    expect(read(line).sayings).toHaveLength(1);
  });

  test.each([
    ['', '@0: Start with a bag code'],
    ['7QJ +3 up', '7QJ@0: “7QJ” has a wrong character'],
    ['7QK', '@3: What happened?'],
    ['7QK 3', '3@4: 3 what?'],
    ['7QK 2.5 up', '2.5@4: Counts are whole numbers'],
    ['7QK -2 up', '-2@4: Counts are whole numbers'],
    ['7QK purple', 'purple@4: “purple” was not understood'],
    ['7QK up', 'up@4: How many up?'],
    ['7QK damp on foo', 'on foo@9: On which day?'],
    ['7QK on', 'on@4: On which day?'],
    ['7QK watered', 'watered@4: How much water?'],
    ['7QK watered 15', 'watered 15@4: How much water?'],
    ['7QK watered 0 mL', 'watered 0@4: How much water?'],
    ['7QK damp dry', '@0: It can’t be both damp and dry'],
    ['7QK 1 mould no mould', '@0: Mould and no mould'],
  ])('“%s” says what was not understood', (line, says) => {
    expect(problems(line)[0]).toContain(says);
  });
});
