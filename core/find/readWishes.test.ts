import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { spoken } from '@chill/words/subject.ts';
import { describe, expect, test } from '@jest/globals';
import { readWishes } from './readWishes.ts';

const lots = [
  { id: 'camas', code: 'CQ-26-01', speciesId: 'camassia-quamash', unassigned: 500 },
  { id: 'larch', code: 'LO-26-01', speciesId: 'larix-occidentalis', unassigned: 300 },
  { id: 'pepper', code: 'CA-26-01', speciesId: 'capsicum-annuum', variety: 'Long Red', unassigned: 60 },
];
const reader = { handbook: loadHandbook(), lots, nursery, today: '2026-11-01' };
const read = (text: string, columns?: Parameters<typeof readWishes>[2]) => readWishes(text, reader, columns);
const wishes = (text: string) => read(text).lines.map(({ wish }) => wish);
const fault = (text: string) => read(text).lines.map(({ faults }) => faults.map(spoken).join(' '))[0];
const camas = { speciesId: 'camassia-quamash', plants: 40, on: '2027-05-30', whom: 'the wet meadow' };

describe('wishes are read', () => {
  test.each([
    ['40 common camas by 30 May for the wet meadow', camas],
    ['40 plants of Camassia quamash for the wet meadow by 30 May.', camas],
    ['40 common camas by 30 May for the wet meadow, first', { ...camas, priority: 'first' }],
    ['40 common camas from lot CQ-26-01 by 30 May for the wet meadow, if there is room', { ...camas, lotId: 'camas', priority: 'ifRoom' }],
    ['40 common camas by 30 May for the wet meadow, 95 % sure', { ...camas, confidence: 0.95 }],
    ['40 common camas when frost risk is 10 % for the wet meadow', { ...camas, on: '2027-05-24' }],
    ['12 long red by 30 May for the wet meadow', { ...camas, speciesId: 'capsicum-annuum', plants: 12, lotId: 'pepper' }],
    ['40 common camas by mid May', { ...camas, on: '2027-05-15', whom: 'own use' }],
    ['1,200 western larch by 1 Oct 2027 for a slope', { speciesId: 'larix-occidentalis', plants: 1200, on: '2027-10-01', whom: 'a slope' }],
  ])('as one says them: %s', (text, wish) => {
    expect(wishes(text)).toEqual([wish]);
  });

  test('from a table with heads, in any order, by tab, comma or semicolon', () => {
    const rows = [
      ['Customer', 'Plant name', 'Quantity', 'Date', 'Priority'],
      ['the wet meadow', 'common camas', '40', '2027-05-30', '1'],
    ];
    for (const mark of ['\t', ',', ';'])
      expect(wishes(rows.map((row) => row.join(mark)).join('\n'))).toEqual([{ ...camas, priority: 'first' }]);
  });

  test('from a table without heads, columns by what is in them; or as the grower says they are', () => {
    const table = 'the wet meadow,40,common camas,30 May\na slope,25,western larch,1 June';
    expect(read(table).columns?.of).toEqual(['whom', 'plants', 'species', 'on']);
    expect(wishes(table)).toEqual([camas, { speciesId: 'larix-occidentalis', plants: 25, on: '2027-06-01', whom: 'a slope' }]);
    expect(read(table, [undefined, 'plants', 'species', 'on']).lines[0]?.wish?.whom).toBe('own use');
  });

  test.each([
    ['common camas by 30 May', 'How many plants? A whole number, 1 to 1,000,000.'],
    ['2000000 common camas by 30 May', 'How many plants? A whole number, 1 to 1,000,000.'],
    ['40 xyzzy by 30 May', 'The handbook has no xyzzy. Add it there, or check the spelling.'],
    ['40 moon flowers by 30 May', 'The handbook has no moon flowers.'],
    ['40 brich by 30 May', 'Which one: '],
    ['40 common camas', 'By when? Such as "by 30 May".'],
    ['40 common camas by yesterday', '31 Oct is past. Give a day to come.'],
    ['40 common camas from lot ZZ-9 by 30 May', 'No lot is called ZZ-9.'],
    ['40 common camas from lot LO-26-01 by 30 May', 'Lot LO-26-01 is of another species.'],
  ])('or say what is wrong, line by line: %s', (text, said) => {
    expect(fault(text)).toContain(said);
  });

  test('nothing is read from nothing, and what is odd is a fault and no crash', () => {
    expect(read('\n  \n').lines).toEqual([]);
    for (const odd of ['"', ',,,\n,,', '40\t', 'by for by', '\u0000', '40 × by 30 May for'])
      expect(read(odd).lines.every(({ wish }) => !wish)).toBe(true);
  });
});
