// npm run handbook: the whole handbook as a table, with what each entry rests on and still lacks, and how many there are of each kind.
import { ensurePackages, requireNode, run } from './ensure.mjs';

requireNode();
ensurePackages();
run(process.execPath, ['--import', 'tsx', 'scripts/handbook/run.ts']);
