import { language } from './language.ts';

const formats = new Map<string, Intl.ListFormat>();

function listed(things: readonly string[], type: 'conjunction' | 'disjunction'): string {
  const key = `${language()} ${type}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.ListFormat(language(), { type });
    formats.set(key, format);
  }
  return format.format(things);
}

/** "smoke, light and cold". */
export const allOf = (things: readonly string[]) => listed(things, 'conjunction');

/** "waiting, swollen or germinated". */
export const oneOf = (things: readonly string[]) => listed(things, 'disjunction');

/** "warmth, then cold, then light". */
export const oneAfterAnother = (things: readonly string[]) => things.join(', then ');
