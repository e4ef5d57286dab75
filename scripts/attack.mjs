// npm run attack: tries to make Chill lose, leak or stall, against servers that it starts itself on this machine. Not part of the gate. A share as argument: npm run attack -- 0.1

import { join } from 'node:path';
import { ensurePackages, ROOT, requireNode, run } from './ensure.mjs';

requireNode();
ensurePackages();
run(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts', 'attack', 'run.ts'), ...process.argv.slice(2)]);
