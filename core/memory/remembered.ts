/**
 * Remembers what was made from what, so that it is made once. Gives back the function that asks: `make` is called where nothing is remembered under its key.
 * Beyond `most` things all are forgotten: what is asked for again and again is soon there again. What is remembered is shared, and is not to be changed.
 */
export function remembered<K, V extends object | number | string>(most: number): (key: K, make: (key: K) => V) => V {
  const known = new Map<K, V>();
  return (key, make) => {
    const kept = known.get(key);
    if (kept !== undefined) return kept;
    const made = make(key);
    if (known.size >= most) known.clear();
    known.set(key, made);
    return made;
  };
}
