import { wording } from '@chill/words/subject.ts';
import { say } from '@chill/words/values.ts';

/** A stored value that has a name. */
export type NamedValue = Parameters<typeof say>[0];

/** What a stored value is called on screen; the compiler refuses one that has no name. */
export const valueName = wording('valueName', (value: NamedValue): string => say(value));
