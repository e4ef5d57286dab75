import type { Coordinates } from '@chill/model/lot.ts';

/** A file larger than this is no list of waypoints. */
const LARGEST_BYTES = 2 * 1024 * 1024;

/** A named point of a GPX file. */
export interface Waypoint extends Coordinates {
  name: string;
}

/**
 * The waypoints of a GPX file, in its order.
 * @throws {Error} saying what is wrong and what to do, where it is too large, not GPX, or without a waypoint on the Earth.
 */
export async function readGpx(file: File): Promise<Waypoint[]> {
  if (file.size > LARGEST_BYTES) throw new Error('That file is larger than 2 MB: export single waypoints, not whole tracks.');
  const tree = new DOMParser().parseFromString(await file.text(), 'application/xml');
  if (tree.querySelector('parsererror') || tree.documentElement.localName !== 'gpx')
    throw new Error('That is not a GPX file. Export the waypoint as GPX, or type the coordinates.');
  const points = [...tree.getElementsByTagName('wpt')].flatMap((point): Waypoint[] => {
    const [latitude, longitude] = ['lat', 'lon'].map((name) => point.getAttribute(name));
    const at = { latitude_deg: Number(latitude), longitude_deg: Number(longitude) };
    const onEarth = latitude && longitude && Math.abs(at.latitude_deg) <= 90 && Math.abs(at.longitude_deg) <= 180;
    return onEarth ? [{ ...at, name: point.getElementsByTagName('name')[0]?.textContent?.trim() || 'unnamed' }] : [];
  });
  if (points.length === 0) throw new Error('That file has no waypoint in it. Mark the place as a waypoint and export it again.');
  return points;
}
