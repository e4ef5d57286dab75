/** One horizontal stay of a stepping line, in drawing units. */
export interface Level {
  x1: number;
  x2: number;
  y: number;
}

const CLIMB = 9;

/** The path of a stay, shortened where climbs take their room. */
export function stayPath({ x1, x2, y }: Level, before: boolean, after: boolean): string {
  const room = Math.min(CLIMB / 2, (x2 - x1) / 2);
  return `M ${x1 + (before ? room : 0)} ${y} L ${x2 - (after ? room : 0)} ${y}`;
}

/** The S-shaped climb or drop from one stay to the next. */
export function climbPath(from: Level, to: Level): string {
  const leave = from.x2 - Math.min(CLIMB / 2, (from.x2 - from.x1) / 2);
  const arrive = to.x1 + Math.min(CLIMB / 2, (to.x2 - to.x1) / 2);
  const middle = (leave + arrive) / 2 + 0.01;
  return `M ${leave} ${from.y} C ${middle + 2} ${from.y}, ${middle - 2} ${to.y}, ${arrive} ${to.y}`;
}

/** A smooth line through stations: flat at each, with S-curves between. Points run left to right. */
export function runPath(points: readonly { x: number; y: number }[], width: number, reach: number): string {
  const [first, ...rest] = points;
  if (!first) return '';
  let path = `M 0 ${first.y}`;
  let last = first;
  for (const point of rest) {
    const turn = point.x - reach;
    const start = turn - reach * 1.6;
    path += ` L ${start} ${last.y} C ${start + reach} ${last.y}, ${turn - reach * 0.7} ${point.y}, ${turn} ${point.y}`;
    last = point;
  }
  return `${path} L ${width} ${last.y}`;
}
