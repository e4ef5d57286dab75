import { isForeignCount, readCount, readNumber } from '@chill/core/units/number.ts';

/** A typed figure; `undefined` where nothing is typed, NaN where it is no number, so that the schema says so. */
export function numberIn(text: string): number | undefined {
  return text.trim() === '' ? undefined : (readNumber(text)?.value ?? Number.NaN);
}

/** A typed count: 10,000 is ten thousand; `undefined` where nothing is typed, NaN where it is no whole number. */
export function typedCount(text: string): number | undefined {
  return text.trim() === ''
    ? undefined
    : (readCount(text) ?? (isForeignCount(text) ? Number.NaN : (readNumber(text)?.value ?? Number.NaN)));
}
