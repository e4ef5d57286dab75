/** Work that is done again after each change: what is asked for while it is under way is done once more after it, however often it was asked for. */
export class Again<T> {
  readonly #work: () => Promise<T>;
  #now: Promise<T> | undefined;
  #next: Promise<T> | undefined;
  #last: Promise<T> | undefined;

  constructor(work: () => Promise<T>) {
    this.#work = work;
  }

  /** Begins, or has it begun once what is under way has ended; what that comes to, which sees all that was changed before this. */
  begin(): Promise<T> {
    if (!this.#now) return this.#run();
    this.#next ??= this.#now.then(
      () => this.#run(),
      () => this.#run(),
    );
    return this.#next;
  }

  /** What the last that was begun comes to; begun here only where nobody has yet. */
  latest(): Promise<T> {
    return this.#next ?? this.#last ?? this.begin();
  }

  #run(): Promise<T> {
    const run = this.#work();
    [this.#now, this.#last, this.#next] = [run, run, undefined];
    const over = () => {
      if (this.#now === run) this.#now = undefined;
    };
    run.then(over, over);
    return run;
  }
}
