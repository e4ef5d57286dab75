/** The languages that a nursery can choose. */
export const SPELLINGS = ['en-GB', 'en-US'] as const;
/** Those, and one for trying Chill out: English with accents, and two fifths longer. */
export type Language = (typeof SPELLINGS)[number] | 'en-XA';

let current: Language = 'en-GB';

/** The language in which everything is said now. One for the whole program: a browser has one reader, and what a server writes at one time is for one nursery. */
export const language = (): Language => current;

/** Says everything in this language from now on. What was said before stays as it is: draw it anew. */
export function speak(one: Language): void {
  current = one;
}

/** Says something in a language of its own, then goes on in the one before. What is done must be done when this returns: nothing is awaited. */
export function inLanguage<T>(one: Language, what: () => T): T {
  const before = current;
  current = one;
  try {
    return what();
  } finally {
    current = before;
  }
}

/** The language of Chill nearest to one that a browser asks for, such as "en-US" or "de": American English where it is asked for, else British. */
export function nearestLanguage(asked: string | undefined): Language {
  if (asked === 'en-XA') return 'en-XA';
  return /^en-(US|PH|PR)\b/i.test(asked ?? '') ? 'en-US' : 'en-GB';
}
