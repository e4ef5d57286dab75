import type { Refusal } from '@chill/model/refusal.ts';

/** What came of reading something typed: the value, or what is wrong and what to type instead. */
export type Parsed<T> =
  | { ok: true; value: T /** It could have been read another way: show it back as it was read. */; twoWays?: true }
  | Refusal;
