import { say } from '@chill/words/readings.ts';
/** What ends a line in a text file of any system. */
export const LINE_END = /\r\n|\n|\r/;

/** Why the last line of a file that was cut short is left out. */
export const brokenOffWords = () => say('brokenOff');

/**
 * Whether a last line without an end may have lost the end of its figure, in cell `figure`: it stands last in its line, and has no more decimals than
 * what could be cut from one like those in `before`. A whole figure tells nothing, so it is never trusted.
 */
export function brokenOff(row: readonly string[], figure: number, before: readonly (readonly string[])[]): boolean {
  if (row.length - 1 > figure) return false;
  const decimals = (cells: readonly string[]) => /[.,](\d+)\s*$/.exec(cells[figure] ?? '')?.[1]?.length ?? 0;
  const usual = Math.max(0, ...before.map(decimals));
  return usual === 0 || decimals(row) < usual;
}
