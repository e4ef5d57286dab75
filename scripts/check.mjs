// npm run check: what can be known in under a minute. Format, lint, layers, types, sentences, and the unit tests of what is not committed yet.
import { spawnSync } from 'node:child_process';
import { ensurePackages, ROOT, requireNode } from './ensure.mjs';
import { checkAll, JEST, QUICK, sayTime } from './steps.mjs';

requireNode();
ensurePackages();
const began = performance.now();
const faults = [];
await checkAll(QUICK, (name, good, printed) => {
  console.log(good ? `${name}: good` : `\n— ${name}\n${printed}\n`);
  if (!good) faults.push(name);
});
const tests = spawnSync(process.execPath, [...JEST, '--onlyChanged', '--passWithNoTests', '--silent'], { cwd: ROOT, stdio: 'inherit' });
if (tests.status !== 0) faults.push('unit tests of what has changed');
sayTime('checked', began);
console.log(faults.length === 0 ? 'All good. “npm test” looks at everything.' : `To be mended: ${faults.join('; ')}.`);
process.exitCode = faults.length > 0 ? 1 : 0;
