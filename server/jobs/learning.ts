import { createHash } from 'node:crypto';
import { lotTests } from '@chill/core/results/learnedViable.ts';
import { type LearnedOf, type Lesson, lessonsOf, type Taught } from '@chill/core/results/taught.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { NurseryHandbook } from '../nursery/handbook.ts';
import { offThread } from '../offThread/offThread.ts';
import type { Store } from '../store/store.ts';
import type { ClosedReading } from './closedReading.ts';

/** What the same lesson taught before, whichever nursery had it: one's own, or the demo. */
const known = new Map<string, LearnedOf>();
const MOST_KNOWN = 1000;
/** Longer than this nobody waits, ms: two thousand batches take some ten seconds. */
const LONGEST_MS = 120_000;
const LEARN = new URL('./learn.ts', import.meta.url);

const digest = (text: string) => createHash('sha256').update(text).digest('base64url').slice(0, 22);

/** An answer as JSON, with a tag that changes when it does, and the mark of what it was made from. */
interface Answer {
  mark: string;
  tag: string;
  text: string;
}

/** What the nursery's results and the tests of its lots teach, once for all browsers; a species is learned anew only where something of it has changed. */
export class Learning {
  readonly #store: Store;
  readonly #handbook: NurseryHandbook;
  readonly #closed: ClosedReading;
  #taught: Promise<Answer> | undefined;

  constructor(store: Store, handbook: NurseryHandbook, closed: ClosedReading) {
    this.#store = store;
    this.#handbook = handbook;
    this.#closed = closed;
  }

  /** All that is learned ({@link Taught}). Whoever asks while it is worked out waits for the same answer. */
  taught(): Promise<Answer> {
    const before = this.#taught?.catch(() => undefined);
    this.#taught = this.#now(before);
    return this.#taught;
  }

  /** What was answered last, where nothing has changed since; otherwise what is known now. */
  async #now(before: Promise<Answer | undefined> | undefined): Promise<Answer> {
    const last = await before;
    await this.#closed.outcomes();
    const figures = (await this.#store.nursery())?.figures ?? [];
    const tags = [await this.#store.outcomesTag(), await this.#store.lotsTag('tests'), this.#handbook.written().tag];
    const mark = JSON.stringify([...tags, figures]);
    if (last?.mark === mark) return last;
    const outcomes = JSON.parse(await this.#store.outcomes()) as Outcome[];
    const lessons = lessonsOf(this.#handbook.all(), { outcomes, figures, tests: lotTests(await this.#store.lots()) });
    const text = JSON.stringify({ figures, species: await learnAll(lessons) } satisfies Taught);
    return { mark, tag: `"${digest(text)}"`, text };
  }
}

/** What each lesson teaches, in their order; a thread is asked for those that are new. */
async function learnAll(lessons: readonly Lesson[]): Promise<LearnedOf[]> {
  const keyed = lessons.map((lesson) => ({ lesson, key: digest(JSON.stringify(lesson)) }));
  const wanting = keyed.filter(({ key }) => !known.has(key));
  const learned =
    wanting.length > 0
      ? await offThread<Lesson[], LearnedOf[]>(
          LEARN,
          wanting.map(({ lesson }) => lesson),
          LONGEST_MS,
        )
      : [];
  const found = new Map(keyed.map(({ key }) => [key, known.get(key)]));
  if (known.size + learned.length > MOST_KNOWN) known.clear();
  for (const [i, { key }] of wanting.entries()) {
    const one = learned[i] as LearnedOf;
    known.set(key, one);
    found.set(key, one);
  }
  return keyed.map(({ key }) => found.get(key) as LearnedOf);
}
