import { type Sentence, spoken } from './subject.ts';

/** What a test reads: the same with every sentence said. */
export type Read<T> = T extends Sentence ? string : T extends object ? { [K in keyof T]: Read<T[K]> } : T;

const isSentence = (value: object): value is Sentence => 'subject' in value && 'key' in value;

/** Something of the core's, its sentences said. */
export function asRead<T>(value: T): Read<T> {
  const read = (one: unknown): unknown => {
    if (Array.isArray(one)) return one.map(read);
    if (typeof one !== 'object' || one === null) return one;
    return isSentence(one) ? spoken(one) : Object.fromEntries(Object.entries(one).map(([key, part]) => [key, read(part)]));
  };
  return read(value) as Read<T>;
}
