// The checks that need no test runner, as npm test and npm run check run them.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './ensure.mjs';

/** The path of a program that a package brings along. */
export const bin = (name) => join(ROOT, 'node_modules', name);

const FOLDERS = ['words', 'model', 'core', 'handbook', 'sim', 'demo', 'server', 'web', 'e2e'];
const types = (project) => [`types of ${project}`, [bin('typescript-native/bin/tsc'), '-p', project]];

/** What takes seconds: format, lint, layers, types and sentences, the longest first. */
export const QUICK = [
  types('tsconfig.json'),
  types('web/tsconfig.json'),
  ['layering', [bin('dependency-cruiser/bin/dependency-cruise.mjs'), '--config', '.dependency-cruiser.cjs', ...FOLDERS]],
  types('tsconfig.pure.json'),
  ['format and lint', [bin('@biomejs/biome/bin/biome'), 'ci', '--error-on-warnings', '--colors=off', '.']],
  ['every sentence in its catalogue', ['scripts/words.mjs']],
  ['kinds told apart by their tables', ['scripts/kinds.mjs']],
];

/** How Jest is run. */
export const JEST = ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning', bin('jest/bin/jest.js')];

/** Checks that need one processor each are run so many at once; what each printed is shown together, in the order in which they end. */
const AT_ONCE = 2;

/** Runs checks, each a name, its arguments for Node and what its environment holds besides; `ended` is told of each whether it was good. */
export async function checkAll(checks, ended) {
  const waiting = [...checks];
  const runNext = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, args, env = {}] = next;
      const child = spawn(process.execPath, args, { cwd: ROOT, env: { ...process.env, ...env } });
      let printed = '';
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', (part) => {
          printed += part;
        });
      const status = await new Promise((over) => child.on('close', over));
      ended(name, status === 0, printed.trim());
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, runNext));
}

/** Says how long it has been since a moment of `performance.now()`. */
export function sayTime(done, began) {
  const seconds = Math.round((performance.now() - began) / 1000);
  console.log(`\n(${done}: ${Math.floor(seconds / 60)} min ${seconds % 60} s since the beginning)`);
}
