import type { Readings } from './readings.ts';

/**
 * About `points` readings that draw the same line: of each stretch of time the first, the coldest, the warmest and the last, so that no spike is lost.
 * As they are where there are no more than that.
 */
export function thinned({ at_ms, celsius }: Readings, points: number): Readings {
  const count = at_ms.length;
  if (count <= points) return { at_ms, celsius };
  const [start, end] = [at_ms[0] as number, at_ms[count - 1] as number];
  const stretch = (end - start) / Math.max(1, Math.floor(points / 4));
  const kept: number[] = [];
  for (let from = 0; from < count; ) {
    const until = start + (Math.floor(((at_ms[from] as number) - start) / stretch) + 1) * stretch;
    let [to, low, high] = [from, from, from];
    for (; to < count && ((at_ms[to] as number) < until || to === from); to++) {
      if ((celsius[to] as number) < (celsius[low] as number)) low = to;
      if ((celsius[to] as number) > (celsius[high] as number)) high = to;
    }
    kept.push(...[...new Set([from, low, high, to - 1])].sort((a, b) => a - b));
    from = to;
  }
  return { at_ms: Float64Array.from(kept, (i) => at_ms[i] as number), celsius: Float64Array.from(kept, (i) => celsius[i] as number) };
}
