import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { inLanguage, isLanguage, language, markFigures, nearestLanguage } from './language.ts';
import { allOf, oneOf } from './lists.ts';
import { pages } from './pages.ts';
import { pseudo } from './pseudo.ts';
import { american } from './spelling.ts';
import { type Sentence, spoken, subject, wording } from './subject.ts';
import { options, worded } from './tables.ts';

const say = subject('test', {
  plain: 'Mouldy seed is not grey.',
  mouldy: '{{mouldy}} mouldy',
  facts: '{{name}}: {{seeds}} seeds',
  bags_one: '{{count}} bag',
  bags_other: '{{count}} bags',
  room: '{{over}} {{room}} too many',
  does: '<b>{{n}}</b> more seeds are up',
  tagged: 'Take <b>{{n}}</b>, <to>why?</to>',
});

describe('a sentence', () => {
  test('holds its facts as they are, markup and braces among them', () => {
    expect(say('facts', { name: '<b>{{seeds}}</b> & co', seeds: 3 })).toBe('<b>{{seeds}}</b> & co: 3 seeds');
  });

  test('has its figures with their thousands set apart, and what is text left alone', () => {
    expect(say('facts', { name: 2027, seeds: 12_345 })).toBe('2,027: 12,345 seeds');
    expect(say('facts', { name: '2027', seeds: 0.125 })).toBe('2027: 0.125 seeds');
  });

  test('has them with the marks of a nursery that writes 1.000,5', () => {
    markFigures('comma');
    expect(say('facts', { name: '2027', seeds: 12_345.5 })).toBe('2027: 12.345,5 seeds');
    markFigures('point');
    expect(say('facts', { name: '2027', seeds: 12_345.5 })).toBe('2027: 12,345.5 seeds');
  });

  test.each([
    [{ name: 'x', seeds: 1 }, 'x: 1 seed'],
    [{ name: 'x', seeds: 11 }, 'x: 11 seeds'],
    [{ name: 'x', seeds: '1–2' }, 'x: 1–2 seeds'],
  ])('tells one thing as one', (facts, said) => {
    expect(say('facts', facts)).toBe(said);
  });

  test('tells one thing as one where a fact or a tag names it, with what it does', () => {
    expect(say('room', { over: 1, room: 'towels' })).toBe('1 towel too many');
    expect(say('room', { over: 2, room: 'towels' })).toBe('2 towels too many');
    expect(say('does', { n: 1 })).toBe('<b>1</b> more seed is up');
    expect(say.pieces('does', { n: 1 })).toEqual(['<b>', '1', '</b> more seed is up']);
  });

  test('leaves blank what is not there', () => {
    expect(say('facts', { name: undefined, seeds: 0 })).toBe(': 0 seeds');
  });

  test('takes a fact for text, whatever it holds', () => {
    expect(say('facts', { name: 'a <b> {{seeds}}', seeds: 3.5 })).toBe('a <b> {{seeds}}: 3.5 seeds');
  });

  test.each([
    [0, '0 bags'],
    [1, '1 bag'],
    [2, '2 bags'],
    [1000, '1,000 bags'],
  ])('counts %d as “%s”', (count, said) => {
    expect(say('bags', { count })).toBe(said);
  });
});

describe('a table of words', () => {
  const spoiled = subject('spoiled', { mould: 'mould', rot: 'rot' });
  test('is said as it is read, in the language of that moment', () => {
    const table = worded(spoiled, { fungus: 'mould', decay: 'rot' });
    expect({ ...table }).toEqual({ fungus: 'mould', decay: 'rot' });
    expect(inLanguage('en-US', () => table.fungus)).toBe('mold');
  });
  test('to choose from keeps its order and its values', () => {
    const choice = options(spoiled, { b: 'rot', a: 'mould' });
    expect(choice.map(({ value, text }) => `${value} ${text}`)).toEqual(['b rot', 'a mould']);
    expect(inLanguage('en-US', () => choice[1]?.text)).toBe('mold');
  });
});

describe('a sentence handed over', () => {
  const lengths = wording('testLength', (mm: number): string => `${mm} mm`);

  test('is data alone, and said once somebody asks, in the language of that moment', () => {
    const kept: Sentence = JSON.parse(JSON.stringify(say.of('mouldy', { mouldy: 2 })));
    expect(kept).toEqual({ subject: 'test', key: 'mouldy', facts: { mouldy: 2 } });
    expect(spoken(kept)).toBe('2 mouldy');
    expect(inLanguage('en-US', () => spoken(kept))).toBe('2 moldy');
  });

  test('may hold others, and what is worded by a rule', () => {
    const inside = say.of('facts', { name: say.of('mouldy', { mouldy: 1 }), seeds: lengths.of(3) });
    expect(spoken(inside)).toBe('1 mouldy: 3 mm seeds');
    expect(say('facts', { name: inside, seeds: 1 })).toBe('1 mouldy: 3 mm seeds: 1 seed');
    expect(lengths(4)).toBe('4 mm');
  });

  test('counts as any other', () => {
    expect([1, 2].map((count) => spoken(say.of('bags', { count })))).toEqual(['1 bag', '2 bags']);
  });

  test('of a subject that nobody speaks of is a programmer’s error', () => {
    expect(() => spoken({ subject: 'nothing', key: 'x' })).toThrow('nothing');
  });
});

describe('languages', () => {
  test('American spelling is made of the British, word by word, capitals kept', () => {
    expect(inLanguage('en-US', () => say('plain'))).toBe('Moldy seed is not gray.');
    expect(inLanguage('en-US', () => say('mouldy', { mouldy: 2 }))).toBe('2 moldy');
    expect(american('Mould, unlabelled, moulding, a mouldering')).toBe('Mold, unlabeled, moulding, a mouldering');
    expect(say('plain')).toBe('Mouldy seed is not grey.');
  });

  test('another language lasts no longer than what is done in it, even where that fails', () => {
    expect(() =>
      inLanguage('en-US', () => {
        throw new Error(language());
      }),
    ).toThrow('en-US');
    expect(language()).toBe('en-GB');
  });

  test('what is asked for by a browser finds the nearest', () => {
    expect(['en-US', 'en-us', 'en-CA', 'de', '', undefined, 'en-XA'].map(nearestLanguage)).toEqual([
      'en-US',
      'en-US',
      'en-GB',
      'en-GB',
      'en-GB',
      'en-GB',
      'en-XA',
    ]);
  });

  test('what a browser kept is spoken only where it is a language', () => {
    expect(['en-US', 'en-XA', 'fr', '', null, 7].map(isLanguage)).toEqual([true, true, false, false, false, false]);
  });

  test('the made-up language is longer by two fifths, and changes neither facts nor tags', () => {
    expect(pseudo('Take <b>{{n}}</b>, <to>why?</to>')).toBe('Táké <b>{{n}}</b>, <to>whÿ?</to>~~~~');
    expect(pseudo('A sentence of some length.')).toBe('Á šéñtéñçé öf šömé léñgth.~~~~~~ ~~~~');
    expect(inLanguage('en-XA', () => say('bags', { count: 3 }))).toBe('3 bágš~~');
  });

  test('a list ends as lists do', () => {
    expect([allOf(['smoke']), allOf(['smoke', 'light']), oneOf(['dry', 'damp', 'wet'])]).toEqual([
      'smoke',
      'smoke and light',
      'dry, damp or wet',
    ]);
    expect(inLanguage('en-US', () => oneOf(['dry', 'damp', 'wet']))).toBe('dry, damp, or wet');
  });
});

test.each(Object.entries(pages()))('docs/%s says what the app says', (path, text) => {
  expect(readFileSync(new URL(`../docs/${path}`, import.meta.url), 'utf8')).toBe(text);
});
