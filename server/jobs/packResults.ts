import { dataPackage, germinationRows, resultRows } from '@chill/core/results/dataPackage.ts';
import { judged } from '@chill/core/results/judged.ts';
import { csv } from '@chill/core/units/csv.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { everyOutcome } from '../store/outcomes.ts';
import { readBeside } from '../store/raw.ts';

/** What is packed: of which nursery, and on what day. */
export interface ToPack {
  dataFolder: string;
  nursery: string;
  today: string;
}

/** Rows that are written at once. */
const ROWS_AT_ONCE = 2000;

/** Packs what came of everything as CSV, with what describes it. For a thread: it reads for itself, one batch after the other, and keeps no more of each than its row needs. */
export default function packResults({ dataFolder, nursery, today }: ToPack): Uint8Array {
  const pieces: Uint8Array[] = [];
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    pieces.push(piece);
  });
  const file = (name: string) => {
    const one = new ZipDeflate(name, { level: 6 });
    zip.add(one);
    return (text: string, last = false) => one.push(strToU8(text), last);
  };
  file('datapackage.json')(`${JSON.stringify(dataPackage(nursery, today), null, 2)}\n`, true);
  const database = readBeside(dataFolder);
  try {
    const light: Outcome[] = [];
    const germination = file('germination.csv');
    let rows: ReturnType<typeof germinationRows> = [];
    let header = true;
    const write = () => {
      if (rows.length > 0 || header) germination(csv(rows, header));
      [rows, header] = [[], false];
    };
    for (const outcome of everyOutcome(database)) {
      rows.push(...germinationRows([outcome]));
      if (rows.length >= ROWS_AT_ONCE) write();
      const { sprouting: _seen, ...rest } = outcome;
      light.push(rest);
    }
    write();
    germination('', true);
    file('results.csv')(csv(resultRows(judged(light))), true);
    zip.end();
  } finally {
    database.close();
  }
  return Buffer.concat(pieces);
}
