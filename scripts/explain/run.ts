import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asItStands, type BatchView, NurseryReader, type Stored } from '../../core/nursery/reader.ts';
import { readConfig } from '../../server/config.ts';
import { serve } from '../../server/serve.ts';
import { DATABASE_FILE } from '../../server/store/files.ts';
import { ROOT } from '../ensure.mjs';
import { explained } from './explained.ts';

const [code, folder = process.env.CHILL_DATA ?? join(ROOT, 'data', 'demo')] = process.argv.slice(2);

/** Reads a copy of a data folder: whoever has it open goes on undisturbed, and nothing of it is changed. */
async function readCopy(of: string): Promise<Stored & { batches: Stored['batches'] }> {
  const copy = mkdtempSync(join(tmpdir(), 'chill-explain-'));
  for (const ending of ['', '-wal', '-shm']) {
    const file = join(of, DATABASE_FILE + ending);
    if (existsSync(file)) cpSync(file, join(copy, DATABASE_FILE + ending));
  }
  const running = await serve(
    readConfig({ PORT: '0', HOST: '127.0.0.1', CHILL_DATA: copy, ...(existsSync(join(of, 'filled')) && { CHILL_DEMO: '1' }) }),
    {
      log: false,
      unsure: (error) => Promise.reject(error),
    },
  );
  try {
    const ask = async <T>(path: string): Promise<T> => (await fetch(`${running.address}/api/${path}`)).json() as Promise<T>;
    const { today } = await ask<{ today: string }>('clock');
    const now = `${today}T12:00:00Z`;
    return {
      ...{ today, now, now_ms: Date.parse(now) },
      nursery: await ask('nursery'),
      places: await ask('places'),
      lots: await ask('lots?all=1'),
      handbook: await ask('handbook'),
      temperatures: await ask('temperatures'),
      batches: await ask('batches'),
      calledUp: await ask<Stored['batches']>(`batches?code=${code}`).catch(() => []),
      past: await ask('past'),
    };
  } finally {
    await running.stop();
    rmSync(copy, { recursive: true, force: true });
  }
}

if (!code || !existsSync(join(folder, DATABASE_FILE))) {
  console.error(code ? `There is no data in ${folder}: “npm run demo” grows the demo’s.` : 'Say whose: npm run explain -- 7QK');
  process.exit(1);
}
const stored = await readCopy(folder);
const { batches, rot } = new NurseryReader().read({ ...stored, calledUp: [] });
const view: BatchView | undefined = batches.find(({ batch }) => batch.code === code.toUpperCase());
if (!view) {
  console.error(`No batch in hand is ${code}. There are ${batches.map(({ batch }) => batch.code).join(', ')}.`);
  process.exit(1);
}
const { species, lot } = view;
console.log(explained(view, { ...stored, species, lot: asItStands(lot), rot }).join('\n'));
