import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** Where the demo nursery of this run stands, for tests to copy. */
export const GROWN = process.env.CHILL_GROWN ?? join(ROOT, '.cache', 'e2e-demo');

/** Grows the demo nursery once, before any test, with the code as it is now; unless whoever runs the tests has done so and says where. */
export default function growDemo(): void {
  if (process.env.CHILL_GROWN) return;
  rmSync(GROWN, { recursive: true, force: true });
  const env = { ...process.env, CHILL_DATA: GROWN };
  const made = spawnSync(process.execPath, ['--import', 'tsx', 'server/fillDemo.ts'], { cwd: ROOT, env, stdio: 'inherit' });
  if (made.status !== 0) throw new Error('The demo nursery could not be grown.');
}
