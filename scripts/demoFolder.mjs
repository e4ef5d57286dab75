import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, run } from './ensure.mjs';

/** What a server of the demo is told, its data grown where it is not yet; it lies apart from yours. */
export function grownDemo() {
  const env = { CHILL_DATA: process.env.CHILL_DATA ?? join(ROOT, 'data', 'demo'), CHILL_DEMO: '1' };
  if (!existsSync(join(env.CHILL_DATA, 'filled'))) {
    console.log('Growing the demo nursery …');
    run(process.execPath, ['--import', 'tsx', join(ROOT, 'server', 'fillDemo.ts')], env);
  }
  return env;
}
