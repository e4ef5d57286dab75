import { readCount } from '../units/number.ts';

const ONES =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = 'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
/** What a phone writes down where a number was said: read so only where something to count follows. */
const HEARD: Record<string, number> = { won: 1, to: 2, too: 2, tree: 3, free: 3, for: 4, fore: 4, ate: 8, tin: 10 };
/** What a phone writes down where a letter was spelled. */
const LETTERS: Record<string, string> = {
  ay: 'A',
  be: 'B',
  bee: 'B',
  see: 'C',
  sea: 'C',
  dee: 'D',
  ef: 'F',
  gee: 'G',
  aitch: 'H',
  jay: 'J',
  kay: 'K',
  okay: 'K',
  em: 'M',
  en: 'N',
  pea: 'P',
  pee: 'P',
  cue: 'Q',
  queue: 'Q',
  are: 'R',
  ess: 'S',
  tea: 'T',
  tee: 'T',
  you: 'U',
  vee: 'V',
  ex: 'X',
  why: 'Y',
  zed: 'Z',
  zee: 'Z',
};

/** A number as it was read, and the words that it took. */
export interface SpokenNumber {
  value: number;
  took: number;
}

/** A whole number at the beginning of some words: `3`, `+3`, `1,000`, `three`, `twenty one`, `twenty-one`, `a hundred`. */
export function spokenNumber(words: readonly string[]): SpokenNumber | undefined {
  const [first = '', second = ''] = words.map((word) => word.toLowerCase());
  const figure = /^\+?(\d[\d.,]*)$/.exec(first);
  const count = figure ? readCount(figure[1] as string) : undefined;
  if (count !== undefined) return { value: count, took: 1 };
  if (ONES.includes(first)) return { value: ONES.indexOf(first), took: 1 };
  if (first === 'a' && second === 'hundred') return { value: 100, took: 2 };
  const [ten = '', one = ''] = first.split('-');
  if (!TENS.includes(ten)) return undefined;
  const tens = 20 + 10 * TENS.indexOf(ten);
  const ones = ONES.indexOf(one || second);
  if (ones < 1 || ones > 9) return one ? undefined : { value: tens, took: 1 };
  return { value: tens + ones, took: one ? 1 : 2 };
}

/** A number that a phone misheard, such as `for` of "four up". */
export const heardNumber = (word: string): number | undefined => (Object.hasOwn(HEARD, word) ? HEARD[word] : undefined);

/** The character of a code that a word stands for, spelled or written: `seven`, `cue`, `Q`. Words of several characters stand for themselves. */
export function spokenCharacter(word: string): string {
  const lower = word.toLowerCase();
  const digit = ONES.indexOf(lower);
  if (digit >= 2 && digit <= 9) return String(digit);
  return Object.hasOwn(LETTERS, lower) ? (LETTERS[lower] as string) : word;
}
