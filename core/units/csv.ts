import Papa from 'papaparse';

/** A row of a table: a cell by the name of its column. */
export type CsvRow = Record<string, string | number | boolean | null | undefined>;

/**
 * What a spreadsheet might take for a formula: a sign for one at the front, or behind blanks and characters that it drops; a tab or a line end moves to
 * another cell first. Lines further down count for nothing: the cell is one.
 */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for.
const FORMULA = /^(?:[\t\r\n]|[\s\u0000-\u001f\u007f\u2028\u2029\u200b\ufeff]*[=+\-@＝＋－＠])/u;

/** Rows as CSV (RFC 4180) that no spreadsheet runs: what looks like a formula is marked as text. */
export function csv(rows: readonly CsvRow[], header = true): string {
  return `${Papa.unparse([...rows], { newline: '\r\n', header, escapeFormulae: FORMULA })}\r\n`;
}
