import { type FigureMarks, figureMarks } from '@chill/words/language.ts';

/** How a nursery writes a thousand and a half: `1,000.5` or `1.000,5`. */
export type NumberFormat = FigureMarks;

/** A number as it was read. `twoWays`: it could have been read another way, and is to be shown back as read. */
export interface ReadNumber {
  value: number;
  twoWays: boolean;
}

/** Figures with their separators, as they stand at the beginning of what is typed; spaces only between groups of three. */
export const FIGURES = String.raw`(?:\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?!\d)(?:[.,]\d+)?|\d[\d.,]*\d|\d|[.,]\d+)`;
const WHOLE = new RegExp(`^([−-]?)(${FIGURES})$`);
const THOUSANDS = /^\d{1,3}(?:([.,])\d{3})(?:\1\d{3})*$/;

/**
 * Reads a number as people type it: `2,5`, `2.5`, `1 000`, `1,000.5`, `1.000,5`. A single separator before exactly three figures could part thousands or
 * a decimal: there `format`, the nursery's own where none is named, decides (a point format reads `1,000` as a thousand and `1.000` as one), and `twoWays` says
 * so. `undefined` for what is no number.
 */
export function readNumber(text: string, format: NumberFormat = figureMarks()): ReadNumber | undefined {
  const match = WHOLE.exec(text.trim());
  if (!match) return undefined;
  const [, sign, typed] = match as unknown as [string, string, string];
  const read = unsigned(typed.replace(/[ \u00a0\u202f]/g, ''), format);
  return read && { ...read, value: sign ? -read.value : read.value };
}

function unsigned(typed: string, format: NumberFormat): ReadNumber | undefined {
  const marks = typed.replace(/\d/g, '');
  const plain = (text: string, twoWays = false): ReadNumber => ({ value: Number(text), twoWays });
  if (marks === '') return plain(typed);
  const last = marks.at(-1) as string;
  const at = typed.lastIndexOf(last);
  const whole = typed.slice(0, at);
  const part = typed.slice(at + 1);
  if (marks.length > 1) {
    // Two kinds of mark: the last is the decimal's. One kind, again and again: thousands.
    if (new Set(marks).size === 1) return THOUSANDS.test(typed) ? plain(typed.replaceAll(last, '')) : undefined;
    const other = last === ',' ? '.' : ',';
    return THOUSANDS.test(whole) && !part.includes(other) ? plain(`${whole.replaceAll(other, '')}.${part}`) : undefined;
  }
  const couldBeThousands = part.length === 3 && whole.length >= 1 && whole.length <= 3 && !whole.startsWith('0');
  if (!couldBeThousands) return plain(`${whole || '0'}.${part}`);
  return last === (format === 'point' ? ',' : '.') ? plain(`${whole}${part}`, true) : plain(`${whole}.${part}`, true);
}

/**
 * Reads a whole number of things, 0 or more, by the same rule: `10,000` is ten thousand in a point format. `undefined` for anything else, halves too; and for
 * `10.000` there, which somebody else writes for ten thousand: nobody counts in thousandths, so it is asked about and not taken for ten.
 */
export function readCount(text: string, format: NumberFormat = figureMarks()): number | undefined {
  const read = readNumber(text.trim(), format);
  if (!read || (read.twoWays && Math.abs(read.value) < 1000)) return undefined;
  return Number.isInteger(read.value) && read.value >= 0 ? read.value : undefined;
}

/** Whether a count was written with a mark that parts thousands in another form than the nursery's: it is to be written without. */
export function isForeignCount(text: string, format: NumberFormat = figureMarks()): boolean {
  return readNumber(text.trim(), format)?.twoWays === true && readCount(text, format) === undefined;
}
