/**
 * Runs pieces of work one after the other. SQLite has one connection here, shared by all requests: without the queue, a roll-back
 * in one request would undo what another had already acknowledged, and a read could see what is then rolled back.
 */
export class Queue {
  #last: Promise<unknown> = Promise.resolve();

  /** Runs `work` after everything queued before it; its failure does not stop what comes after. */
  run<T>(work: () => Promise<T>): Promise<T> {
    const result = this.#last.then(work);
    this.#last = result.catch(() => undefined);
    return result;
  }
}
