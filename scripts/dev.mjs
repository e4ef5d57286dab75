// npm run dev: the demo's server on 4280, which begins anew as its sources change, and Vite's on 5173, which reloads the page as those of the web do.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { grownDemo } from './demoFolder.mjs';
import { ensureBuilt, ensurePackages, ROOT, requireNode } from './ensure.mjs';
import { serve } from './serve.mjs';

requireNode();
ensurePackages();
// The page comes from Vite; the server only wants to have some.
if (!existsSync(join(ROOT, 'web', 'dist', 'index.html'))) ensureBuilt();
const vite = spawn(process.execPath, [join(ROOT, 'node_modules', 'vite', 'bin', 'vite.js'), 'web'], { cwd: ROOT, stdio: 'inherit' });
process.on('exit', () => vite.kill());
serve(grownDemo(), { watched: true });
