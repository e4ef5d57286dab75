// npm run demo: the made-up nursery Sallow Gap, on a day in February that can be stepped on. Its data lies apart from yours.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, ROOT, requireNode, run } from './ensure.mjs';
import { serve } from './serve.mjs';

requireNode();
ensurePackages();
ensureBuilt();
const CHILL_DATA = process.env.CHILL_DATA ?? join(ROOT, 'data', 'demo');
const env = { CHILL_DATA, CHILL_DEMO: '1' };
if (!existsSync(join(CHILL_DATA, 'filled'))) {
  console.log('Growing the demo nursery …');
  run(process.execPath, ['--import', 'tsx', join(ROOT, 'server', 'fillDemo.ts')], env);
}
serve(env);
