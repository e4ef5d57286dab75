import type { NamedBag } from './logLine.ts';
import { spokenNumber } from './spoken.ts';
import { VERBS, type Verb } from './verbs.ts';

/** What may be meant by the word that is being typed: what it becomes, from where in the line, and what that is. */
export interface Suggestion {
  text: string;
  from: number;
  /** The bag's species, where a bag is suggested. */
  names?: string;
}

const MOST = 6;
/** What is counted most, first. */
const COUNTED: readonly Verb[] = ['up', 'mouldy', 'potted', 'lost', 'swollen', 'broken', 'floated', 'established', 'plantOut'];
const PHRASES = [
  'damp',
  'dry',
  'wet',
  'no mould',
  'mould spreading',
  'fresh towel',
  'watered',
  'out',
  'in',
  'yesterday',
  'eaten',
  'thrown out',
  'note',
];

/**
 * Suggestions for the word at the caret: bags at the beginning of the line and wherever a word begins like a code or a species, what can be counted after a
 * number, and what else can be said. None for an empty word, but after a number.
 */
export function suggestions(line: string, caret: number, bags: readonly NamedBag[]): Suggestion[] {
  const before = line.slice(0, caret);
  const word = /[^\s,;]*$/.exec(before)?.[0] ?? '';
  const from = caret - word.length;
  const earlier = before
    .slice(0, from)
    .split(/[\s,;]+/)
    .filter(Boolean);
  const typed = word.toLowerCase();
  const last = earlier.at(-1);
  if (earlier.length > 0 && last !== undefined && spokenNumber([last])) {
    const words = COUNTED.map((verb) => VERBS[verb].words[0] as string);
    return words
      .filter((one) => one.startsWith(typed))
      .map((text) => ({ text, from }))
      .slice(0, MOST);
  }
  if (typed === '' || spokenNumber([typed])) return [];
  const meant = bags
    .filter(({ code, names }) => code.toLowerCase().startsWith(typed) || (typed.length > 1 && names.some((name) => hasWord(name, typed))))
    .map(({ code, names }): Suggestion => ({ text: code, from, names: names[0] ?? '' }));
  const phrases =
    earlier.length === 0 ? [] : PHRASES.filter((one) => one.startsWith(typed) && one !== typed).map((text) => ({ text, from }));
  return [...phrases, ...meant.filter(({ text }) => text.toLowerCase() !== typed)].slice(0, MOST);
}

function hasWord(name: string, typed: string): boolean {
  return name
    .toLowerCase()
    .split(/[\s-]+/)
    .some((part) => part.startsWith(typed));
}

/** The line with a suggestion taken, and where the caret then stands: behind it and a space. */
export function taken(line: string, caret: number, { text, from }: Suggestion): { line: string; caret: number } {
  const rest = line.slice(caret).replace(/^[^\s,;]*/, '');
  const written = `${line.slice(0, from)}${text}`;
  return { line: `${written}${rest.startsWith(' ') ? '' : ' '}${rest}`, caret: written.length + 1 };
}
