import { distance } from 'fastest-levenshtein';

/** Letters that may be wrong in a word, for it still to be the same word mistyped: one in a short one, so that a pepper is no birch and a citrus no bulrush. */
function lettersWrong(word: string): number {
  if (word.length < 4) return 0;
  if (word.length < 7) return 1;
  return word.length < 10 ? 2 : 3;
}

/**
 * What somebody may have meant who mistyped a name: the things that have, for each word typed, one that differs from it by a letter or two; the nearest first.
 * Whole words are compared, for a melon is in many a name. `namesOf` gives names as plainly as `typed` is written: lower case, without accents.
 */
export function mistyped<T>(typed: string, things: readonly T[], namesOf: (thing: T) => readonly string[]): T[] {
  const words = typed.split(/\s+/).filter(Boolean);
  return things
    .map((thing) => ({ thing, wrong: wrongIn(words, namesOf(thing).join(' ').split(/\s+/)) }))
    .filter(({ wrong }) => wrong < Number.POSITIVE_INFINITY)
    .sort((a, b) => a.wrong - b.wrong)
    .map(({ thing }) => thing);
}

/** Letters in which two words differ; two letters that changed places are one slip. */
function apart(one: string, other: string): number {
  const letters = distance(one, other);
  return letters === 2 && inOrder(one) === inOrder(other) ? 1 : letters;
}

const inOrder = (word: string) => [...word].sort().join('');

/** Letters wrong in all words typed together, each beside the word that it is nearest to; infinite where one is none of them. */
function wrongIn(typed: readonly string[], words: readonly string[]): number {
  return typed.reduce((sum, one) => {
    const least = Math.min(...words.map((word) => apart(one, word)));
    return sum + (least <= lettersWrong(one) ? least : Number.POSITIVE_INFINITY);
  }, 0);
}
