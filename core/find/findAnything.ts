import { mistyped } from '../units/slips.ts';

/** Something that can be gone to: what it is called, what tells it from its like, and where it is. */
export interface Findable {
  kind: 'bag' | 'lot' | 'species' | 'place' | 'action';
  /** A code by which it is called, where it has one. */
  code?: string;
  title: string;
  more: string;
  to: string;
}

/** Letters without accents or case. */
export function plainText(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

/**
 * What is meant by a few words typed: everything that holds all of them in any order, what is called just so first, then what begins with them, then by
 * kind as given; where nothing does, what is a slip of the finger away. Nothing for no words. At most `most`.
 */
export function findAnything(query: string, things: readonly Findable[], most = 30): Findable[] {
  const typed = plainText(query).trim();
  const words = typed.split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const held = things.flatMap((thing) => {
    const rank = rankOf(thing, typed, words);
    return rank === undefined ? [] : [{ thing, rank }];
  });
  if (held.length > 0)
    return held
      .sort((a, b) => a.rank - b.rank)
      .slice(0, most)
      .map(({ thing }) => thing);
  return mistyped(typed, things, ({ title, more }) => [plainText(title), plainText(more)]).slice(0, most);
}

/** How well a thing answers, the less the better; `undefined` where it does not hold every word. */
function rankOf({ code, title, more }: Findable, typed: string, words: readonly string[]): number | undefined {
  const [its, name] = [plainText(code ?? ''), plainText(title)];
  const text = `${its} ${name} ${plainText(more)}`;
  if (!words.every((word) => text.includes(word))) return undefined;
  if (its === typed) return 0;
  if (its !== '' && its.startsWith(typed)) return 1;
  if (name.startsWith(typed)) return 2;
  return words.every((word) => name.split(/\s+/).some((part) => part.startsWith(word))) ? 3 : 4;
}
