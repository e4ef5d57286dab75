import type { PlainKey } from './subject.ts';

/** A table of words, each a key of one subject's sentences; said as it is read, in the language of that moment. */
export function worded<S extends (key: never) => string, const T extends Readonly<Record<string, PlainKey<S>>>>(
  say: S,
  keys: T,
): { readonly [K in keyof T]: string } {
  const table = {};
  for (const [name, key] of Object.entries(keys)) Object.defineProperty(table, name, { get: () => say(key as never), enumerable: true });
  return table as { readonly [K in keyof T]: string };
}

/** Words to choose among, each by its value, in the order in which they stand. */
export function options<S extends (key: never) => string, const T extends Readonly<Record<string, PlainKey<S>>>>(
  say: S,
  keys: T,
): readonly { readonly value: keyof T & string; readonly text: string }[] {
  const words = worded(say, keys);
  return Object.keys(keys).map((value) => ({
    value,
    get text() {
      return words[value] as string;
    },
  }));
}
