import { figureMarks, type Language, language } from './language.ts';
import { pseudo } from './pseudo.ts';
import { ofOne } from './singular.ts';
import { american } from './spelling.ts';

/** Sentences of one subject, by key. `{{name}}` stands for a fact; a key that ends in `_one` or `_other` is one form of a plural. */
export type Catalogue = Readonly<Record<string, string>>;

type Stem<K> = K extends `${infer Name}_one` | `${infer Name}_other` ? Name : K;
/** The keys of a catalogue as they are asked for: a plural by its stem. */
export type Key<C extends Catalogue> = Stem<keyof C & string>;
type TextOf<C, K extends string> = K extends keyof C ? C[K] : `${K}_other` extends keyof C ? C[`${K}_other`] : never;
type NameIn<T> = T extends `${string}{{${infer Name}}}${infer Rest}` ? Name | NameIn<Rest> : never;
type Plural<C, K extends string> = `${K}_other` extends keyof C ? 'count' : never;
/** What stands in a sentence: a text, a figure, or another sentence; where there is none, nothing. */
export type Fact = string | number | boolean | Sentence | undefined;
/**
 * A sentence not yet put into words: whose it is, which of them, and its facts. It is data alone, so it can be compared, kept and sent,
 * and {@link spoken} says it in the language of the moment.
 */
export interface Sentence {
  readonly subject: string;
  readonly key: string;
  readonly facts?: Readonly<Record<string, Fact>> | readonly Fact[];
}
/** The facts that a sentence asks for, by name; one that is not there is left blank. */
export type Facts<C extends Catalogue, K extends string> = Readonly<
  Record<Exclude<NameIn<TextOf<C, K>>, 'count'>, Fact> & Record<Extract<NameIn<TextOf<C, K>>, 'count'> | Plural<C, K>, number>
>;
export type Asked<C extends Catalogue, K extends string> = [NameIn<TextOf<C, K>> | Plural<C, K>] extends [never]
  ? []
  : [facts: Facts<C, K>];

/** The keys of a subject's sentences that ask for no facts: what a table of names is made of. */
export type PlainKey<S> = S extends Say<infer C> ? { [K in Key<C>]: Asked<C, K> extends readonly [] ? K : never }[Key<C>] : never;

/** Says a sentence of one subject, in the language that is spoken now. Keys and facts are checked by the compiler. */
export interface Say<C extends Catalogue> {
  <K extends Key<C>>(key: K, ...facts: Asked<C, K>): string;
  /** The same sentence, to be said later. */
  readonly of: <K extends Key<C>>(key: K, ...facts: Asked<C, K>) => Sentence;
  /** The same sentence in its pieces, what the message says and what a fact says by turns, for what draws tags into it. */
  readonly pieces: (key: Key<C>, facts?: Readonly<Record<string, Fact>>) => string[];
}

/** How the messages of a language are made of the British ones. */
const MADE: Record<Language, (text: string) => string> = { 'en-GB': (text) => text, 'en-US': american, 'en-XA': pseudo };

/** Figures with their thousands set apart; a year is handed over as text. */
const FIGURES = {
  point: new Intl.NumberFormat('en', { maximumFractionDigits: 20 }),
  comma: new Intl.NumberFormat('de', { maximumFractionDigits: 20 }),
};
/** What is done where a sentence is said without one of its facts: nothing where a grower reads it, an error where it is tested or developed. */
let onMissing: (message: string) => void = () => undefined;

/** Has a missing fact end in an error, from now on. */
export function refuseMissingFacts(): void {
  onMissing = (message) => {
    throw new Error(message);
  };
}

/** Who says sentences, by the name of their subject. */
const speakers = new Map<string, (key: string, facts: Sentence['facts']) => string>();

/**
 * Says a sentence in the language that is spoken now.
 * @throws {Error} where it is of a subject that no loaded module speaks of: a programmer's error.
 */
export function spoken({ subject: whose, key, facts }: Sentence): string {
  const say = speakers.get(whose);
  if (!say) throw new Error(`Nobody speaks of ${whose}`);
  return say(key, facts);
}

/** Lets what is worded by a rule instead of a catalogue, such as a day, be handed over as a {@link Sentence} too: its `of`. */
export function wording<A extends readonly Fact[]>(name: string, word: (...facts: A) => string) {
  speakers.set(name, (_key, facts) => word(...(facts as A)));
  return Object.assign(word, { of: (...facts: A): Sentence => ({ subject: name, key: '', facts }) });
}

/** A fact as it stands in a sentence. */
export function shown(fact: unknown): string {
  if (typeof fact === 'object' && fact !== null) return spoken(fact as Sentence);
  if (typeof fact !== 'number') return String(fact ?? '');
  return Number.isInteger(fact) && Math.abs(fact) < 1000 ? String(fact) : FIGURES[figureMarks()].format(fact);
}

/** The form of a plural that a count takes: every language of Chill's is English. */
const PLURALS = new Intl.PluralRules('en');

/** A sentence ready to be said: what stands between its facts, and their names. */
interface Ready {
  between: string[];
  names: string[];
}

function readied(message: string): Ready {
  const pieces = message.split(/\{\{(.*?)\}\}/);
  return { between: pieces.filter((_, i) => i % 2 === 0), names: pieces.filter((_, i) => i % 2 === 1) };
}

/** One subject's sentences in one language. Each message is made into the language, and taken apart, when it is first said. */
class Spoken {
  readonly #ready = new Map<string, Ready>();
  readonly #made: (text: string) => string;
  readonly #subject: string;
  readonly #messages: Catalogue;

  constructor(now: Language, name: string, messages: Catalogue) {
    this.#made = MADE[now];
    this.#subject = name;
    this.#messages = messages;
  }

  say(key: string, facts: Readonly<Record<string, unknown>> | undefined): string {
    const { between, names } = this.#readyFor(key, facts?.count);
    // From the last fact to the first: what follows a 1 is complete, and can be put into the singular.
    let said = '';
    for (let i = names.length - 1; i >= 0; i--) {
      const fact = this.#fact(key, names[i] as string, facts);
      const rest = between[i + 1] + said;
      said = fact + (fact === '1' ? ofOne(rest) : rest);
    }
    return (between[0] ?? '') + said;
  }

  pieces(key: string, facts: Readonly<Record<string, unknown>> | undefined): string[] {
    const { between, names } = this.#readyFor(key, facts?.count);
    const told = names.map((name) => this.#fact(key, name, facts));
    return between.flatMap((piece, i) => [told[i - 1] === '1' ? ofOne(piece) : piece, ...(i < told.length ? [told[i] as string] : [])]);
  }

  #fact(key: string, name: string, facts: Readonly<Record<string, unknown>> | undefined): string {
    if (!facts || !(name in facts)) onMissing(`${this.#subject}.${key} is said without its ${name}`);
    return shown(facts?.[name]);
  }

  #readyFor(key: string, count: unknown): Ready {
    const form = key in this.#messages ? key : `${key}_${PLURALS.select(Number(count))}`;
    const known = this.#ready.get(form);
    if (known) return known;
    const ready = readied(this.#made(this.#messages[form] as string));
    this.#ready.set(form, ready);
    return ready;
  }
}

/** One subject's sentences as a function that says them. */
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
  const say = (key: string, facts?: object) => inUse().say(key, facts as Readonly<Record<string, unknown>> | undefined);
  speakers.set(name, say);
  return Object.assign(say, {
    of: (key: string, facts?: Sentence['facts']): Sentence => ({ subject: name, key, ...(facts && { facts }) }),
    pieces: (key: string, facts?: object) => inUse().pieces(key, { ...facts }),
  }) as unknown as Say<C>;
}
