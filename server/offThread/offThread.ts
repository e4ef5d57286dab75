import { Worker } from 'node:worker_threads';

/** What a thread's module exports as its default: work on plain data, for plain data. */
export type ThreadWork<I, O> = (input: I) => O | Promise<O>;

/**
 * Does work that takes long on a thread of its own, so that everybody else is answered meanwhile. `module` is the address of a module whose default
 * export does it; what goes in and out is copied.
 * @throws {Error} what the work throws, or that it took longer than `longest_ms` and was ended.
 */
export function offThread<I, O>(module: URL, input: I, longest_ms: number): Promise<O> {
  const thread = new Worker(new URL('./thread.mjs', import.meta.url), { workerData: { module: module.href, input }, execArgv: [] });
  return new Promise<O>((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error(`It took longer than ${longest_ms} ms.`)), longest_ms);
    thread.once('message', resolve).once('error', reject);
    thread.once('exit', (code) => reject(new Error(`The thread ended with ${code}.`)));
    thread.once('exit', () => clearTimeout(timer));
  }).finally(() => thread.terminate());
}
