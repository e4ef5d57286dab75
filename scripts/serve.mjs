import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './ensure.mjs';

/** Runs the server until it is stopped, passing signals on; `watched`, it begins anew whenever a file of it changes. */
export function serve(env, { watched = false } = {}) {
  const how = [...(watched ? ['--watch', '--watch-preserve-output'] : []), '--import', 'tsx'];
  const server = spawn(process.execPath, [...how, join(ROOT, 'server', 'main.ts'), ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
}
