import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readBeside } from '../../server/store/raw.ts';
import { leaveBehind, NURSERY, someLot, temporaryFolder, testServer } from '../../server/testing.ts';

/** Room on the small disk, and the ballast that is thrown off once it is full, MB. */
const DISK_MB = 6;
const BALLAST_MB = 2;

export interface FullDisk {
  acknowledged: number;
  refused: number;
  /** Answers to what did not fit: all should say that the disk is full. */
  statuses: number[];
  /** Acknowledged again after room was made. */
  after: number;
  wrong: number;
  intact: string;
}

/** Writes on a disk of a few megabytes until it is full, and on; makes room, and writes again; then looks at what a kill would leave. Nothing where no such disk can be made here. */
export async function fullDisk(): Promise<FullDisk | undefined> {
  const folder = temporaryFolder();
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MB}m`, 'tmpfs', folder], { stdio: 'ignore' });
  } catch {
    return undefined;
  }
  try {
    const ballast = join(folder, 'ballast');
    writeFileSync(ballast, Buffer.alloc(BALLAST_MB * 1024 * 1024));
    const server = await testServer({ dataFolder: folder });
    await server.ask('PUT', '/api/nursery', NURSERY);
    const said = new Map<string, boolean>();
    const statuses = new Set<number>();
    let [refused, after] = [0, 0];
    const write = async () => {
      const lot = { ...someLot(), note: 'x'.repeat(900) };
      const { status } = await server.ask('POST', '/api/lots', lot);
      said.set(lot.id, status === 201);
      if (status !== 201) statuses.add(status);
      return status === 201;
    };
    while (refused < 40) if (!(await write())) refused += 1;
    rmSync(ballast);
    while (after < 100 && (await write())) after += 1;
    const left = temporaryFolder();
    leaveBehind(folder, left);
    const database = readBeside(left);
    const there = new Set(database.prepare('SELECT id FROM lot').pluck().all());
    const intact = database.pragma('integrity_check', { simple: true }) as string;
    database.close();
    await server.close();
    const acknowledged = [...said.values()].filter(Boolean).length;
    const wrong = [...said].filter(([id, saved]) => saved !== there.has(id)).length;
    return { acknowledged, refused, statuses: [...statuses], after, wrong, intact };
  } finally {
    execFileSync('umount', [folder], { stdio: 'ignore' });
  }
}
