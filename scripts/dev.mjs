// npm run dev: the demo's server on 4280 and Vite's on 5173, which reloads as the web sources change.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensurePackages, ROOT, requireNode } from './ensure.mjs';

requireNode();
ensurePackages();
const vite = spawn(process.execPath, [join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js'), 'web'], { cwd: ROOT, stdio: 'inherit' });
process.on('exit', () => vite.kill());
await import('./demo.mjs');
