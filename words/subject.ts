import { createInstance, type FormatterModule } from 'i18next';
import { figureMarks, type Language, language } from './language.ts';
import { pseudo } from './pseudo.ts';
import { american } from './spelling.ts';

/** Sentences of one subject, by key. `{{name}}` stands for a fact; a key that ends in `_one` or `_other` is one form of a plural. */
export type Catalogue = Readonly<Record<string, string>>;

type Stem<K> = K extends `${infer Name}_one` | `${infer Name}_other` ? Name : K;
/** The keys of a catalogue as they are asked for: a plural by its stem. */
export type Key<C extends Catalogue> = Stem<keyof C & string>;
type TextOf<C, K extends string> = K extends keyof C ? C[K] : `${K}_other` extends keyof C ? C[`${K}_other`] : never;
type NameIn<T> = T extends `${string}{{${infer Name}}}${infer Rest}` ? Name | NameIn<Rest> : never;
type Plural<C, K extends string> = `${K}_other` extends keyof C ? 'count' : never;
/** The facts that a sentence asks for, by name; one that is not there is left blank. */
export type Facts<C extends Catalogue, K extends string> = Readonly<
  Record<Exclude<NameIn<TextOf<C, K>>, 'count'>, string | number | undefined> &
    Record<Extract<NameIn<TextOf<C, K>>, 'count'> | Plural<C, K>, number>
>;
type Asked<C extends Catalogue, K extends string> = [NameIn<TextOf<C, K>> | Plural<C, K>] extends [never] ? [] : [facts: Facts<C, K>];

/** Says a sentence of one subject, in the language that is spoken now. Keys and facts are checked by the compiler. */
export interface Say<C extends Catalogue> {
  <K extends Key<C>>(key: K, ...facts: Asked<C, K>): string;
  /** The same sentence in its pieces, what the message says and what a fact says by turns, for what draws tags into it. */
  readonly pieces: (key: Key<C>, facts?: Readonly<Record<string, string | number | undefined>>) => string[];
}

/** How the messages of a language are made of the British ones. */
const MADE: Record<Language, (text: string) => string> = { 'en-GB': (text) => text, 'en-US': american, 'en-XA': pseudo };

/** Figures with their thousands set apart; a year is handed over as text. */
const FIGURES = {
  point: new Intl.NumberFormat('en', { maximumFractionDigits: 20 }),
  comma: new Intl.NumberFormat('de', { maximumFractionDigits: 20 }),
};
/** A fact as it stands in a sentence. */
export function shown(fact: unknown): string {
  if (typeof fact !== 'number') return String(fact ?? '');
  return Number.isInteger(fact) && Math.abs(fact) < 1000 ? String(fact) : FIGURES[figureMarks()].format(fact);
}

/** All that can be said, by language and subject. */
export const catalogues = createInstance().use({
  type: 'formatter',
  init: () => undefined,
  add: () => undefined,
  addCached: () => undefined,
  format: shown,
} satisfies FormatterModule);
catalogues.init({
  lng: 'en-GB',
  fallbackLng: 'en-GB',
  resources: {},
  initAsync: false,
  keySeparator: false,
  nsSeparator: false,
  // What is said is text and never markup: React escapes it where it is drawn.
  interpolation: { escapeValue: false, alwaysFormat: true },
});

/** A sentence ready to be said: what stands between its facts, and their names. */
interface Ready {
  between: string[];
  names: string[];
}

function readied(message: string): Ready {
  const pieces = message.split(/\{\{(.*?)\}\}/);
  return { between: pieces.filter((_, i) => i % 2 === 0), names: pieces.filter((_, i) => i % 2 === 1) };
}

/** One subject's sentences in one language. */
class Spoken {
  readonly #ready = new Map<string, Ready>();
  readonly #language: Language;
  readonly #subject: string;

  constructor(now: Language, name: string, messages: Catalogue) {
    const made = MADE[now];
    catalogues.addResourceBundle(now, name, Object.fromEntries(Object.entries(messages).map(([key, text]) => [key, made(text)])));
    this.#language = now;
    this.#subject = name;
  }

  /**
   * What i18next's own `t` would say, put together from a message that is taken apart once: `t` takes some 20 µs a sentence, and a
   * nursery of two thousand batches says tens of thousands with each change.
   */
  say(key: string, facts: Readonly<Record<string, unknown>> | undefined): string {
    const { between, names } = this.#readyFor(key, facts?.count);
    let said = between[0] ?? '';
    for (let i = 0; i < names.length; i++) said += shown(facts?.[names[i] as string]) + between[i + 1];
    return said;
  }

  pieces(key: string, facts: Readonly<Record<string, unknown>> | undefined): string[] {
    const { between, names } = this.#readyFor(key, facts?.count);
    return between.flatMap((piece, i) => (i < names.length ? [piece, shown(facts?.[names[i] as string])] : [piece]));
  }

  #readyFor(key: string, count: unknown): Ready {
    const known = this.#ready.get(key);
    if (known) return known;
    const message = catalogues.getResource(this.#language, this.#subject, key) as string | undefined;
    if (message !== undefined) return this.#keep(key, message);
    const form = `${key}${catalogues.services.pluralResolver.getSuffix(this.#language, Number(count))}`;
    return this.#ready.get(form) ?? this.#keep(form, catalogues.getResource(this.#language, this.#subject, form) as string);
  }

  #keep(key: string, message: string): Ready {
    const ready = readied(message);
    this.#ready.set(key, ready);
    return ready;
  }
}

/** One subject's sentences as a function that says them. The catalogue is made into another language only once that is spoken. */
export function subject<const C extends Catalogue>(name: string, messages: C): Say<C> {
  const spoken = new Map<Language, Spoken>();
  const inUse = () => {
    const now = language();
    let found = spoken.get(now);
    if (!found) {
      found = new Spoken(now, name, messages);
      spoken.set(now, found);
    }
    return found;
  };
  const say = (key: string, facts?: Readonly<Record<string, unknown>>) => inUse().say(key, facts);
  return Object.assign(say, { pieces: (key: string, facts?: object) => inUse().pieces(key, { ...facts }) }) as unknown as Say<C>;
}
