import type { SeedForm } from '@chill/model/species.ts';

type P = [number, number];

/** The outline of a seed lying flat, as a path in millimetres, from 0,0 to length,width. Geometry only. */
export function seedOutline({ length_mm: l, width_mm: w, shape }: Pick<SeedForm, 'length_mm' | 'width_mm' | 'shape'>): string {
  return smooth(OUTLINES[shape].map(([x, y]): P => [x * l, y * w]));
}

/** The wing beyond the seed body, for seeds that carry one. */
export function wingOutline({ length_mm: l, width_mm: w, wing_mm }: SeedForm): string | undefined {
  if (!wing_mm) return undefined;
  const end = l + wing_mm;
  return smooth([
    [l * 0.7, w * 0.1],
    [l + wing_mm * 0.35, -w * 0.12],
    [end * 0.94, w * 0.12],
    [end, w * 0.55],
    [l + wing_mm * 0.5, w * 1.02],
    [l * 0.8, w * 0.9],
  ]);
}

/** Closed outlines in a unit box, clockwise from the left. */
const OUTLINES: Record<SeedForm['shape'], P[]> = {
  round: [
    [0, 0.5],
    [0.15, 0.13],
    [0.5, 0],
    [0.85, 0.13],
    [1, 0.5],
    [0.85, 0.87],
    [0.5, 1],
    [0.15, 0.87],
  ],
  oval: [
    [0, 0.5],
    [0.1, 0.18],
    [0.42, 0],
    [0.8, 0.1],
    [1, 0.5],
    [0.82, 0.9],
    [0.42, 1],
    [0.1, 0.82],
  ],
  teardrop: [
    [0, 0.5],
    [0.2, 0.28],
    [0.55, 0],
    [0.88, 0.12],
    [1, 0.5],
    [0.88, 0.88],
    [0.55, 1],
    [0.2, 0.72],
  ],
  spindle: [
    [0, 0.52],
    [0.22, 0.2],
    [0.55, 0],
    [0.85, 0.2],
    [1, 0.5],
    [0.82, 0.82],
    [0.5, 1],
    [0.2, 0.8],
  ],
  kidney: [
    [0, 0.6],
    [0.08, 0.2],
    [0.35, 0],
    [0.7, 0.03],
    [1, 0.4],
    [0.95, 0.85],
    [0.72, 1],
    [0.52, 0.78],
    [0.3, 0.98],
    [0.08, 0.92],
  ],
  bean: [
    [0, 0.5],
    [0.08, 0.14],
    [0.4, 0],
    [0.8, 0.06],
    [1, 0.45],
    [0.92, 0.88],
    [0.66, 1],
    [0.46, 0.9],
    [0.22, 1],
    [0.05, 0.84],
  ],
  angular: [
    [0, 0.42],
    [0.14, 0.1],
    [0.5, 0],
    [0.9, 0.14],
    [1, 0.6],
    [0.76, 0.95],
    [0.34, 1],
    [0.06, 0.8],
  ],
  winged: [
    [0, 0.5],
    [0.16, 0.12],
    [0.5, 0],
    [0.86, 0.14],
    [1, 0.45],
    [0.88, 0.84],
    [0.5, 1],
    [0.14, 0.86],
  ],
};

/** A closed curve through points (Catmull–Rom as cubic Béziers). */
function smooth(points: readonly P[]): string {
  const at = (i: number) => points[(i + points.length) % points.length] as P;
  const n = (value: number) => Number(value.toFixed(3));
  let path = `M ${n(at(0)[0])} ${n(at(0)[1])}`;
  for (let i = 0; i < points.length; i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    path += ` C ${n(p1[0] + (p2[0] - p0[0]) / 6)} ${n(p1[1] + (p2[1] - p0[1]) / 6)}, ${n(p2[0] - (p3[0] - p1[0]) / 6)} ${n(p2[1] - (p3[1] - p1[1]) / 6)}, ${n(p2[0])} ${n(p2[1])}`;
  }
  return `${path} Z`;
}
