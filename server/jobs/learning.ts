import { createHash } from 'node:crypto';
import { LEARNED_AS, type LearnedOf } from '@chill/core/results/taught.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import type { NurseryHandbook } from '../nursery/handbook.ts';
import { KeptThread } from '../offThread/keptThread.ts';
import type { Store } from '../store/store.ts';
import { Again } from './again.ts';
import type { ClosedReading } from './closedReading.ts';
import type { ToLearn } from './learn.ts';

/** Species that a thread is given at once; and how long it may take over them, ms. */
const AT_ONCE = 12;
const LONGEST_MS = 300_000;
const LEARN = new URL('./learn.ts', import.meta.url);

const digest = (text: string) => createHash('sha256').update(text).digest('base64url').slice(0, 22);

/** An answer as JSON, with a tag that changes when it does, and the mark of what it was made from. */
interface Answer {
  mark: string;
  tag: string;
  text: string;
}

/**
 * What the nursery's results and the tests of its lots teach, once for all browsers. It is kept, species by species, under a mark of all that it was learned
 * from; only a species of which something has changed is learned anew, on a thread that reads for itself.
 */
export class Learning {
  readonly #store: Store;
  readonly #handbook: NurseryHandbook;
  readonly #closed: ClosedReading;
  readonly #dataFolder: string;
  readonly #thread = new KeptThread<ToLearn, (LearnedOf | null)[]>(LEARN);
  readonly #written = new WeakMap<Species, string>();
  #last: Answer | undefined;
  /** All that is learned, as the JSON of a `Taught`. */
  readonly taught = new Again(() => this.#now());

  constructor(store: Store, handbook: NurseryHandbook, closed: ClosedReading, dataFolder: string) {
    this.#store = store;
    this.#handbook = handbook;
    this.#closed = closed;
    this.#dataFolder = dataFolder;
  }

  /** What was answered last, where nothing has changed since; otherwise what is known now. */
  async #now(): Promise<Answer> {
    await this.#closed.outcomes.latest();
    const figures = (await this.#store.nursery())?.figures ?? [];
    const mark = JSON.stringify([await this.#store.left.lessonsTag(), this.#handbook.written().tag, figures]);
    if (this.#last?.mark === mark) return this.#last;
    const species = await this.#learnAll(figures);
    const text = `{"figures":${JSON.stringify(figures)},"species":[${species.join(',')}]}`;
    this.#last = { mark, tag: `"${digest(text)}"`, text };
    return this.#last;
  }

  /** What is learned of each species, as JSON texts; what is kept of one that anything has changed of is learned anew. */
  async #learnAll(figures: readonly OwnFigure[]): Promise<string[]> {
    const { marks, kept } = await this.#store.left.lessonMarks();
    const all = this.#handbook.all().flatMap((species) => {
      const told = marks.get(species.id);
      if (told === undefined) return [];
      const own = figures.filter(({ speciesId }) => speciesId === species.id);
      return [{ species, mark: digest(JSON.stringify([LEARNED_AS, told, this.#text(species), own])) }];
    });
    const bodies = new Map([...kept].map(([id, { body }]) => [id, body]));
    const wanting = all.filter(({ species: { id }, mark }) => kept.get(id)?.mark !== mark);
    for (let from = 0; from < wanting.length; from += AT_ONCE) {
      const some = wanting.slice(from, from + AT_ONCE);
      const input = { dataFolder: this.#dataFolder, species: some.map(({ species }) => species), figures };
      const learned = await this.#thread.ask(input, LONGEST_MS);
      const told = some.map(({ species: { id }, mark }, i) => ({ speciesId: id, mark, body: JSON.stringify(learned[i]) }));
      await this.#store.left.keepLearned(told);
      for (const { speciesId, body } of told) bodies.set(speciesId, body);
    }
    return all.flatMap(({ species: { id } }) => {
      const body = bodies.get(id);
      return body === undefined || body === 'null' ? [] : [body];
    });
  }

  #text(species: Species): string {
    const text = this.#written.get(species) ?? digest(JSON.stringify(species));
    this.#written.set(species, text);
    return text;
  }
}
