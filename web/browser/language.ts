import { isLanguage, language, nearestLanguage, type SPELLINGS, speak } from '@chill/words/language.ts';
import { readStored, writeStored } from './stored.ts';

export type Spelling = (typeof SPELLINGS)[number];
const KEY = 'chill.language';

/** The spelling that this browser asks for. */
export const browsersSpelling = (): Spelling => (nearestLanguage(navigator.language) === 'en-US' ? 'en-US' : 'en-GB');

/** Before anything is drawn: speaks the language that was last chosen here, or else the browser's own. */
export function speakAsChosen(): void {
  const kept = readStored<unknown>(KEY, undefined);
  speak(isLanguage(kept) ? kept : browsersSpelling());
  document.documentElement.lang = language();
}

/** The nursery's choice has come: from now on that is spoken here. What is drawn already is drawn anew by loading the page again. */
export function followChoice(chosen: Spelling | undefined): void {
  if (!chosen || chosen === language() || language() === 'en-XA') return;
  writeStored(KEY, chosen);
  // Where a browser keeps nothing, loading again would find the old language for ever.
  if (readStored(KEY, undefined) === chosen) window.location.reload();
}
