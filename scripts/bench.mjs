// npm run bench: ratios against a floor measured in the same run, never times; machines are shared and noisy.
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, ROOT, requireNode, run } from './ensure.mjs';

requireNode();
ensurePackages();
ensureBuilt();
run(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts', 'bench', 'bench.ts'), ...process.argv.slice(2)]);
