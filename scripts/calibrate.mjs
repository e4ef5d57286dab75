// npm run calibrate: does what Chill promises come true, for seeds whose truth is drawn from the priors that its models state? Writes docs/calibration.md. Not part of the gate.
import { spawnSync } from 'node:child_process';
import { ensurePackages, ROOT, requireNode } from './ensure.mjs';

requireNode();
ensurePackages();
const outcome = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/calibrate/run.ts', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exitCode = outcome.status ?? 1;
