// npm run explain -- CODE [FOLDER]: how a batch's forecast came about, stage by stage, with figures and sources. FOLDER holds the data: the demo's, where none is told.
import { join } from 'node:path';
import { ensurePackages, ROOT, requireNode, run } from './ensure.mjs';

requireNode();
ensurePackages();
run(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts', 'explain', 'run.ts'), ...process.argv.slice(2)]);
