/** The languages that a nursery can choose. */
export const SPELLINGS = ['en-GB', 'en-US'] as const;
/** Those, and one for trying Chill out: English with accents, and two fifths longer. */
export type Language = (typeof SPELLINGS)[number] | 'en-XA';

const SPOKEN: readonly Language[] = [...SPELLINGS, 'en-XA'];
/** How thousands and decimals are marked: 1,000.5 or 1.000,5. */
export type FigureMarks = 'point' | 'comma';

let current: Language = 'en-GB';
let marks: FigureMarks = 'point';

/** The language in which everything is said now. One for the whole program: a browser has one reader, and what a server writes at one time is for one nursery. */
export const language = (): Language => current;

/** Says everything in this language from now on. What was said before stays as it is: draw it anew. */
export function speak(one: Language): void {
  current = one;
}

/** Whether that is a language of Chill's: what was kept in a browser may be anything. */
export const isLanguage = (one: unknown): one is Language => SPOKEN.some((spoken) => spoken === one);

/** Writes figures in sentences with the nursery's own marks from now on, as its measures are. */
export function markFigures(one: FigureMarks): void {
  marks = one;
}

/** The marks by which figures are written now. */
export const figureMarks = (): FigureMarks => marks;

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
