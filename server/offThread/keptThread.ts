import { Worker } from 'node:worker_threads';

/** A thread that nobody asks anything is ended after so long, ms. */
const IDLE_MS = 20_000;

type Said<O> = { result: O } | { fault: string };

/**
 * A thread for work that is asked for again and again: it is begun with the first, does one piece after the other, and ends when nobody has asked for a
 * while. `module`: see `offThread`. It keeps no process from ending.
 */
export class KeptThread<I, O> {
  readonly #module: URL;
  #thread: Worker | undefined;
  #idle: NodeJS.Timeout | undefined;
  #line: Promise<unknown> = Promise.resolve();

  constructor(module: URL) {
    this.#module = module;
  }

  /**
   * Does one piece of work, when those asked for before are done.
   * @throws {Error} what the work throws, or that it took longer than `longest_ms`: the thread is ended then, and another begun for the next.
   */
  ask(input: I, longest_ms: number): Promise<O> {
    const done = this.#line.then(() => this.#one(input, longest_ms));
    this.#line = done.catch(() => undefined);
    return done;
  }

  async #one(input: I, longest_ms: number): Promise<O> {
    clearTimeout(this.#idle);
    const thread =
      this.#thread ?? new Worker(new URL('./thread.mjs', import.meta.url), { workerData: { module: this.#module.href }, execArgv: [] });
    this.#thread = thread;
    // While somebody waits for it, it counts.
    thread.ref();
    try {
      const said = await answered<Said<O>>(thread, input, longest_ms);
      if ('fault' in said) throw new Error(said.fault);
      return said.result;
    } catch (error) {
      await this.#end();
      throw error;
    } finally {
      thread.unref();
      this.#idle = setTimeout(() => void this.#end(), IDLE_MS).unref();
    }
  }

  async #end(): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    await thread?.terminate();
  }
}

/** What a thread answers to a message; an end, a fault or too long a wait is none. */
function answered<T>(thread: Worker, message: unknown, longest_ms: number): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    const listening = {
      message: (said: T) => over(() => resolve(said)),
      error: (error: Error) => over(() => reject(error)),
      exit: (code: number) => over(() => reject(new Error(`The thread ended with ${code}.`))),
    };
    const timer = setTimeout(() => over(() => reject(new Error(`It took longer than ${longest_ms} ms.`))), longest_ms);
    const over = (settle: () => void) => {
      clearTimeout(timer);
      for (const [what, listener] of Object.entries(listening)) thread.off(what, listener);
      settle();
    };
    for (const [what, listener] of Object.entries(listening)) thread.on(what, listener);
    thread.postMessage(message);
  });
}
