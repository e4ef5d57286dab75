const WINDOW_MS = 60_000;
/** Wrong guesses from one address within a minute: more than fingers slip, far fewer than guessing takes. */
const MOST = 10;
/** Addresses that are remembered; beyond them the oldest is forgotten. */
const REMEMBERED = 10_000;

/** Counts wrong secrets by where they come from. A network of IPv6 addresses belongs to one household and counts as one. */
export class Guesses {
  readonly #wrong = new Map<string, { count: number; since: number }>();
  readonly #now: () => number;

  constructor(now: () => number = Date.now) {
    this.#now = now;
  }

  tooMany(address: string): boolean {
    const known = this.#wrong.get(networkOf(address));
    return known !== undefined && known.count >= MOST && this.#now() - known.since < WINDOW_MS;
  }

  wrong(address: string): void {
    const network = networkOf(address);
    const known = this.#wrong.get(network);
    const fresh = !known || this.#now() - known.since >= WINDOW_MS;
    this.#wrong.delete(network);
    this.#wrong.set(network, fresh ? { count: 1, since: this.#now() } : { ...known, count: known.count + 1 });
    const oldest = this.#wrong.keys().next().value;
    if (this.#wrong.size > REMEMBERED && oldest !== undefined) this.#wrong.delete(oldest);
  }
}

function networkOf(address: string): string {
  return address.includes(':') && !address.includes('.') ? address.split(':').slice(0, 4).join(':') : address;
}
