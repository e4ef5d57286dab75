import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** What a process of its own may use of memory, MB: what comes from elsewhere is not trusted with all of it. */
const MOST_MEMORY_MB = 2048;

/**
 * Does work on what is not trusted in a process of its own, which can be ended whatever it does: a thread that is inside of a database cannot. `module` is the
 * address of a module whose default export does it; what goes in and out is JSON.
 * @throws {Error} where it ended without an answer, or took longer than `longest_ms` and was ended.
 */
export function offProcess<I, O>(module: URL, input: I, longest_ms: number): Promise<O> {
  const child = fork(fileURLToPath(new URL('./process.mjs', import.meta.url)), {
    execArgv: [`--max-old-space-size=${MOST_MEMORY_MB}`],
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
  return new Promise<O>((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error(`It took longer than ${Math.round(longest_ms / 1000)} s.`)), longest_ms);
    child.once('message', ({ result }: { result: O }) => resolve(result));
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      clearTimeout(timer);
      reject(new Error(`It ended with ${signal ?? code}.`));
    });
    child.send({ module: module.href, input });
  }).finally(() => child.kill('SIGKILL'));
}
