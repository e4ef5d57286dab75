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

/** A row as it is written down: keys where it has words, '' where it has none. */
type Keyed<Row, C extends string, S extends (key: never) => string> = {
  [K in keyof Row]: K extends C ? PlainKey<S> | '' | Extract<Row[K], undefined> : Row[K];
};

/**
 * Rows of a table, in which what stands in `columns` is a key of one subject's sentences: said as it is read, in the language of that moment. What a
 * row is, the table's own type says.
 */
export function wordedRows<Row, S extends (key: never) => string, const C extends string>(
  say: S,
  columns: readonly C[],
  rows: readonly Keyed<NoInfer<Row>, C, S>[],
): Row[];
export function wordedRows<Row, S extends (key: never) => string, const C extends string, Name extends string>(
  say: S,
  columns: readonly C[],
  rows: Record<Name, Keyed<NoInfer<Row>, C, S>>,
): Record<Name, Row>;
export function wordedRows(say: (key: never) => string, columns: readonly string[], rows: object) {
  const said = Object.entries(rows).map(([name, row]) => {
    const parts = Object.entries(row as object).map(([column, value]) => {
      const isKey = columns.includes(column) && Boolean(value);
      return [column, isKey ? { get: () => say(value as never), enumerable: true } : { value, enumerable: true }] as const;
    });
    return [name, Object.defineProperties({}, Object.fromEntries(parts))] as const;
  });
  return Array.isArray(rows) ? said.map(([, row]) => row) : Object.fromEntries(said);
}
