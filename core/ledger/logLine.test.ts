import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { bagCode } from './bagCode.ts';
import { parseLogLine, parseLogLines } from './logLine.ts';
import { type Suggestion, suggestions, taken } from './logSuggest.ts';

const today = '2027-02-16';
const read = (line: string) => parseLogLine(line, today);
const problems = (line: string) => read(line).misread.map((one) => `${one.text}@${one.at}: ${spoken(one.reason)}`);

describe('the log line', () => {
  test('7QK +3 up, 1 mould, damp ok', () => {
    expect(read('7QK +3 up, 1 mould, damp ok')).toEqual({
      code: '7QK',
      named: { text: '7QK', at: 0 },
      on: today,
      sayings: [
        { kind: 'count', verb: 'up', count: 3 },
        { kind: 'count', verb: 'mouldy', count: 1 },
        { kind: 'damp', damp: 'right' },
      ],
      misread: [],
    });
  });

  test('7QK sown 3 trays of 72, 2 a cell', () => {
    const sown = (line: string) => read(`7QK ${line}`).sayings;
    expect(sown('sown 3 trays of 72, 2 a cell')).toEqual([{ kind: 'sown', trays: 3, container: 'plug72', each: 2 }]);
    expect(sown('sown in deep pots')).toEqual([{ kind: 'sown', container: 'deepPot' }]);
    expect(sown('sowed into cones, one each, 8 mm deep, damp')).toEqual([
      { kind: 'sown', container: 'cone65', each: 1, cover_mm: 8 },
      { kind: 'damp', damp: 'right' },
    ]);
    expect(sown('sown three trays, 1 mould')).toEqual([
      { kind: 'sown', trays: 3 },
      { kind: 'count', verb: 'mouldy', count: 1 },
    ]);
    expect(problems('7QK sown 3 trays of 73')).toEqual([
      'sown 3 trays of 73@4: No tray of 73 is known. There are trays of 26, 32, 40, 50, 56, 72, 128, 160, 200, 288.',
    ]);
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

const BAGS = [
  { code: '7QK', names: ['Western larch', 'Larix occidentalis'] },
  { code: bagCode(1), names: ['Western serviceberry', 'Amelanchier alnifolia'] },
  { code: bagCode(2), names: ['Western larch', 'Larix occidentalis'] },
];
const [, SECOND, THIRD] = BAGS.map(({ code }) => code) as [string, string, string];
const lines = (text: string) => parseLogLines(text, today, BAGS);

describe('a line for several bags', () => {
  test('goes on to the next where one is named, by code or by species', () => {
    expect(lines(`7qk +9 up, 9 potted, 1 lost ${SECOND.toLowerCase()} no mould; ${THIRD} damp, note by the door`)).toMatchObject([
      { code: '7QK', sayings: [{ verb: 'up' }, { verb: 'potted' }, { verb: 'lost' }], misread: [] },
      { code: SECOND, sayings: [{ kind: 'mould' }], misread: [] },
      { code: THIRD, sayings: [{ kind: 'damp' }, { kind: 'note', text: 'by the door' }], misread: [] },
    ]);
    expect(lines('serviceberry 3 up, 1 mould')).toMatchObject([{ code: SECOND, sayings: [{ count: 3 }, { count: 1 }], misread: [] }]);
    expect(lines('amelanchier aln dry')).toMatchObject([{ code: SECOND, sayings: [{ damp: 'dry' }] }]);
  });

  test('asks which, where there are several of a species', () => {
    expect(lines('western larch 3 up')).toMatchObject([
      { asks: ['7QK', THIRD], named: { text: 'western larch', at: 0 }, sayings: [{ count: 3 }] },
    ]);
    expect(lines('larch 3 up')[0]?.code).toBeUndefined();
  });

  test('says where one of them was misread', () => {
    expect(lines(`7QK 3 up ${SECOND} 3 frogs`)[1]?.misread.map(({ text }) => text)).toEqual(['3', 'frogs']);
  });

  test.each([
    ['seven Q K three up', 'up', 3],
    ['seven QK twenty one up', 'up', 21],
    ['seven cue kay twenty-two mould', 'mouldy', 22],
    ['7 Q K for up', 'up', 4],
    ['7QK to potted', 'potted', 2],
  ])('“%s” is heard as a phone writes it', (typed, verb, count) => {
    expect(lines(typed)).toMatchObject([{ code: '7QK', sayings: [{ verb, count }], misread: [] }]);
  });

  test.each([
    ['7QK eaten', 'eaten'],
    ['7qk thrown out', 'thrownOut'],
    ['7qk given away note to a neighbour', 'givenAway'],
    ['larix occidentalis gone', undefined],
  ])('“%s” is a bag that is gone', (typed, why) => {
    expect(lines(typed)[0]?.sayings[0]).toMatchObject({ kind: 'gone', ...(why && { why }) });
  });

  test('a bag is not gone in passing: some of its seeds are counted', () => {
    expect(lines('7QK 3 up lost')[0]?.misread.map(({ reason }) => reason.key)).toEqual(['goneStandsAlone']);
  });
});

describe('suggestions as one types', () => {
  const at = (text: string) => suggestions(text, text.length, BAGS).map(({ text: one }) => one);
  test('name bags by code or species first, then what can be counted, then what else can be said', () => {
    expect(at('7')).toEqual([]);
    expect(at('7q')).toEqual(['7QK']);
    expect(at('lar')).toEqual(['7QK', THIRD]);
    expect(at('7QK 3 ')).toEqual(['up', 'mould', 'potted', 'lost', 'swollen', 'broken']);
    expect(at('7QK 3 m')).toEqual(['mould']);
    expect(at('7QK d')).toEqual(['damp', 'dry']);
    expect(at('7QK damp, serv')).toEqual([SECOND]);
    expect(at('')).toEqual([]);
  });
  test('are taken where the caret stands', () => {
    const line = '7QK 3 po, damp';
    const [one] = suggestions(line, 8, BAGS);
    expect(taken(line, 8, one as Suggestion)).toEqual({ line: '7QK 3 potted , damp', caret: 13 });
  });
});
