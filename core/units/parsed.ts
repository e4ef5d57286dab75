/** What came of reading something typed: the value, or what is wrong and what to type instead. */
export type Parsed<T> = { ok: true; value: T } | { ok: false; problem: string };
