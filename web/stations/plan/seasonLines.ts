import { earlier, later } from '@chill/core/calendar/dates.ts';
import type { Laid, LanesOfPlace } from '@chill/core/season/lanes.ts';
import type { BatchId } from '@chill/model/primitives.ts';

/** A place's band with the temperature that it is drawn at. */
export type PlaceBand = LanesOfPlace & { celsius: number };

/** So many lanes of what does not fit are drawn above a band. */
export const MOST_OVER = 6;

/** How many lanes are drawn above a band, for what does not fit. */
export function overOf({ laid, lanes }: Pick<LanesOfPlace, 'laid' | 'lanes'>): number {
  return Math.min(MOST_OVER, Math.max(0, ...laid.map((one) => one.lane + one.lanes - lanes)));
}

/** The lines of a band as four paths: what is done and what is to come, of what fits and of what does not. */
export function linesOf(
  { laid, lanes }: PlaceBand,
  y: (one: Laid) => number,
  x: (on: string) => number,
  {
    within,
    today,
    lane,
    tooMany,
  }: { within: (on: string) => string; today: string; lane: number; tooMany: (from: string, to: string) => boolean },
) {
  const paths = { done: '', ahead: '', proposed: '', doneOver: '', aheadOver: '' };
  for (const one of laid) {
    const [start, end] = [within(one.stay.from), within(one.stay.to)];
    if (end <= start) continue;
    const over = one.lane + one.lanes > lanes;
    const high = y(one);
    // What takes several lanes is drawn in each.
    for (let i = 0; i < one.lanes; i++) {
      const at = high + (i - (one.lanes - 1) / 2) * lane;
      const line = (a: string, b: string) => `M${x(a) + 1} ${at}H${Math.max(x(a) + 2, x(b) - 2)}`;
      // What lies above the last lane is only too much while there is more than fits: it keeps its lane when room has come below it.
      const put = (from: string, to: string, fits: 'done' | 'ahead' | 'proposed', not: 'doneOver' | 'aheadOver') => {
        if (from < to) paths[over && tooMany(from, to) ? not : fits] += line(from, to);
      };
      put(start, earlier(end, today), 'done', 'doneOver');
      put(later(start, today), end, one.stay.proposed ? 'proposed' : 'ahead', 'aheadOver');
    }
  }
  return paths;
}

/** The stays of one batch joined: along each, and over from one place to the next; what is in pots before the rest is a line of its own. */
export function threadOf(
  bands: readonly PlaceBand[],
  batchId: BatchId | undefined,
  y: (band: number, one: Laid) => number,
  x: (on: string) => number,
): string {
  if (!batchId) return '';
  const own = bands
    .flatMap(({ laid }, band) => laid.filter(({ stay }) => stay.id === batchId).map((one) => ({ ...one, high: y(band, one) })))
    .sort((a, b) => a.stay.from.localeCompare(b.stay.from));
  let [path, aside] = ['', ''];
  let before: { x: number; y: number } | undefined;
  for (const { stay, high } of own) {
    const [x1, x2] = [x(stay.from), x(stay.to)];
    if (stay.apart) {
      aside += `M${x1} ${high}H${Math.max(x1 + 4, x2 - 4)}`;
      continue;
    }
    path += before ? `C${before.x + 5} ${before.y} ${x1 - 5} ${high} ${x1 + 4} ${high}` : `M${x1} ${high}`;
    path += `H${Math.max(x1 + 4, x2 - 4)}`;
    before = { x: Math.max(x1 + 4, x2 - 4), y: high };
  }
  return path + aside;
}
