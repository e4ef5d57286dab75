import { cloneElement, Fragment, type ReactElement, type ReactNode } from 'react';
import type { Asked, Catalogue, Fact, Facts, Key, Say } from './subject.ts';

/** A tag of a message: `<b>`, `</b>` or `<field/>`. */
const TAG = /<(\/?)(\w+)(\/?)>/;

/**
 * A sentence with things drawn in it: `<b>…</b>` in its message is drawn as `parts.b` around what stands between, `<field/>` as
 * `parts.field` itself. Facts are text, whatever they contain.
 */
export function Rich<C extends Catalogue, K extends Key<C>>({
  say,
  of,
  facts,
  parts,
}: {
  say: Say<C>;
  of: K;
  parts: Readonly<Record<string, ReactElement>>;
} & (Asked<C, K> extends readonly [] ? { facts?: Readonly<Record<string, Fact>> } : { facts: Facts<C, K> })) {
  /** What is open, the sentence itself first: each with its name and what it holds so far. */
  const open: { name: string; holds: ReactNode[] }[] = [{ name: '', holds: [] }];
  const put = (node: ReactNode) => open.at(-1)?.holds.push(node);
  const draw = (name: string, ...holds: ReactNode[]) => {
    const part = parts[name];
    // A part that is drawn as it is has its own content; one around a piece of the sentence has that.
    put(part && holds.length > 0 ? cloneElement(part, undefined, ...holds) : part);
  };
  for (const [i, piece] of say.pieces(of, facts as Readonly<Record<string, Fact>> | undefined).entries()) {
    // Message and fact by turns: only the message has tags.
    const [text, ...rest] = i % 2 === 0 ? piece.split(TAG) : [piece];
    put(text);
    for (let at = 0; at < rest.length; at += 4) {
      const [closes, name = '', isWhole, after] = rest.slice(at, at + 4);
      if (isWhole) draw(name);
      else if (!closes) open.push({ name, holds: [] });
      else if (open.length > 1) draw(name, ...(open.pop()?.holds ?? []));
      put(after);
    }
  }
  return (
    <>
      {open[0]?.holds.map((node, i) => (
        <Fragment key={PLACES[i]}>{node}</Fragment>
      ))}
    </>
  );
}

/** A sentence's pieces keep their places. */
const PLACES = Array.from({ length: 200 }, (_, i) => `piece ${i}`);
