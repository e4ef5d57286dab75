import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { say } from '@chill/words/server.ts';
import { offProcess } from '../offThread/offProcess.ts';
import { DATABASE_FILE } from './files.ts';
import type { Looked } from './look.ts';

/** A nursery of ten years is looked at within a minute; what takes longer than this is no nursery's. */
const LONGEST_LOOK_MS = 240_000;

/** Looks at the data file in a folder of its own, in a process that is ended where it takes too long. The file is left as this version has it. */
export function lookAt(folder: string, longest_ms = LONGEST_LOOK_MS): Promise<Looked> {
  return offProcess<string, Looked>(new URL('./look.ts', import.meta.url), folder, longest_ms).catch(() => ({
    fault: say('fileTakesTooLong', { seconds: Math.round(longest_ms / 1000) }),
  }));
}

/** What is wrong with a data file, looked at in a copy, so that it stays as it is; nothing where it is sound. */
export async function faultOf(file: string): Promise<string | undefined> {
  const folder = mkdtempSync(join(tmpdir(), 'chill-look-'));
  try {
    for (const suffix of ['', '-wal']) if (existsSync(file + suffix)) copyFileSync(file + suffix, join(folder, DATABASE_FILE + suffix));
    const looked = await lookAt(folder);
    return 'fault' in looked ? looked.fault : undefined;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
