import { useEffect, useState } from 'react';

/** So long is worked before the page is at hand again, ms. */
const SLICE_MS = 24;

/** What is worked out of each of many things, one after another, with the page at hand meanwhile: as far as it has come. Anew whenever the list or the way is another. */
export function useOneByOne<T, R>(things: readonly T[], work: (thing: T) => R): ReadonlyMap<T, R> {
  const [found, setFound] = useState<{ of: readonly T[]; by: (thing: T) => R; made: ReadonlyMap<T, R> }>();
  useEffect(() => {
    let stopped = false;
    const made = new Map<T, R>();
    void (async () => {
      for (let i = 0; i < things.length && !stopped; ) {
        const until = performance.now() + SLICE_MS;
        for (; i < things.length && performance.now() < until; i++) made.set(things[i] as T, work(things[i] as T));
        setFound({ of: things, by: work, made: new Map(made) });
        await new Promise((resolve) => setTimeout(resolve));
      }
    })();
    return () => {
      stopped = true;
    };
  }, [things, work]);
  return found?.of === things && found.by === work ? found.made : NOTHING;
}

const NOTHING = new Map();
