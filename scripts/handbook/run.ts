import { handbookRows } from '@chill/core/cue/handbookTable.ts';
import { loadHandbook } from '@chill/handbook/load.ts';

const rows = handbookRows(loadHandbook());
const columns = [
  'scientific',
  'dormancy',
  'warm_days',
  'cold_days',
  'germinates_C',
  'germinates_days',
  'evidence',
  'standing',
  'gaps',
] as const;
const cell = (value: unknown) => (Array.isArray(value) ? value.join(' ') : String(value ?? '–'));
const widths = columns.map((column) => Math.max(column.length, ...rows.map((row) => cell(row[column]).length)));
const line = (cells: readonly string[]) => cells.map((text, i) => text.padEnd(widths[i] as number)).join('  ');

console.log(line(columns));
for (const row of rows) console.log(line(columns.map((column) => cell(row[column]))));

/** How many rows there are of each. */
const counted = (of: (row: (typeof rows)[number]) => readonly string[]) => {
  const counts = new Map<string, number>();
  for (const one of rows.flatMap(of)) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([name, count]) => `${name} ${count}`)
    .join(', ');
};
console.log(`\n${rows.length} species of ${new Set(rows.map(({ scientific }) => scientific.split(' ')[0])).size} genera.`);
console.log(`Dormancy: ${counted(({ dormancy }) => [dormancy])}.`);
console.log(`Evidence: ${counted(({ evidence }) => [evidence])}.`);
console.log(`Figures rest on: ${counted(({ standing }) => [standing])}.`);
console.log(`Gaps: ${counted(({ gaps }) => gaps)}.`);
