import { Coordinates } from '@chill/model/lot.ts';
import { refusal } from '@chill/model/refusal.ts';
import { say } from '@chill/words/units.ts';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import type { Parsed } from './parsed.ts';

/** A file larger than this is no list of waypoints. */
export const LARGEST_GPX_BYTES = 2 * 1024 * 1024;

/** A named point of a GPX file. */
export interface Waypoint extends Coordinates {
  name: string;
}

/** Nobody looks for a place among more names than this. */
const MOST_WAYPOINTS = 500;

const noGpx = () => say.of('notGpx');
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  isArray: (name) => name === 'wpt',
  processEntities: false,
  removeNSPrefix: true,
});

/** Reads the waypoints of a GPX file, in its order; points that are not on the Earth are left out. */
export function parseGpx(text: string): Parsed<Waypoint[]> {
  if (text.length > LARGEST_GPX_BYTES) return refusal(say.of('fileTooLarge'));
  const gpx = rootOf(text.trim());
  if (gpx === undefined) return refusal(noGpx());
  const points = ((gpx || undefined)?.wpt ?? []).flatMap(({ lat, lon, name }): Waypoint[] => {
    const at = Coordinates.safeParse({ latitude_deg: Number(lat || 'x'), longitude_deg: Number(lon || 'x') });
    // A name is a text; of one that has elements in it there is none.
    const called = typeof name === 'string' || typeof name === 'number' ? String(name).trim() : '';
    return at.success ? [{ ...at.data, name: called || say('unnamed') }] : [];
  });
  if (points.length === 0) return refusal(say.of('noWaypoint'));
  if (points.length > MOST_WAYPOINTS) return refusal(say.of('manyWaypoints', { points: points.length }));
  return { ok: true, value: points };
}

type Root = { wpt?: { lat?: string; lon?: string; name?: unknown }[] } | '';

/** The outermost element of a GPX file, or nothing where it is none; a hostile nesting of elements or entities is none. */
function rootOf(text: string): Root | undefined {
  try {
    if (!/<(\w+:)?gpx\b/.test(text) || XMLValidator.validate(text) !== true) return undefined;
    const { gpx } = parser.parse(text) as { gpx?: Root };
    return gpx === '' || (typeof gpx === 'object' && gpx !== null && (gpx.wpt === undefined || Array.isArray(gpx.wpt))) ? gpx : undefined;
  } catch {
    return undefined;
  }
}
