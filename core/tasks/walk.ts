import type { Place } from '@chill/model/place.ts';
import type { PlaceId } from '@chill/model/primitives.ts';

/** What is met on the round: where it lies, what bag it is, and how it stands there. */
export interface OnTheWalk {
  placeId?: PlaceId | undefined;
  code: string;
  /** True where waiting longer costs seeds. */
  pressing?: boolean;
  /** True where it is done already and stands here to fall back on. */
  done?: boolean;
}

/**
 * The order of the round, for whoever shows it: places as one walks past them, those that are not there any more last;
 * in each what is pressing first, then what is due, then what is done; bags by their code.
 */
export function walkOrder(places: readonly Pick<Place, 'id' | 'order'>[]): (a: OnTheWalk, b: OnTheWalk) => number {
  const orders = new Map(places.map(({ id, order }) => [id, order]));
  const stop = ({ placeId = '' }: OnTheWalk) => orders.get(placeId) ?? Number.MAX_SAFE_INTEGER;
  const rank = ({ done, pressing }: OnTheWalk) => (done ? 2 : pressing ? 0 : 1);
  return (a, b) =>
    stop(a) - stop(b) || (a.placeId ?? '').localeCompare(b.placeId ?? '') || rank(a) - rank(b) || a.code.localeCompare(b.code);
}
