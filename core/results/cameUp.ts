import type { Outcome } from '@chill/model/outcome.ts';
import { containerOf } from '../mix/containers.ts';
import type { Counted } from './compare.ts';
import { germinated } from './germinated.ts';

/**
 * Of a batch that was sown: how many came up, and how many seeds would have germinated on a towel, by what was believed of them; `undefined` where it was not
 * sown or nobody looked.
 */
export function cameUp({ sown, sprouting, believed }: Pick<Outcome, 'sown' | 'sprouting' | 'believed'>): Counted | undefined {
  if (!sown || !sprouting || !believed.soil) return undefined;
  const { came, of } = germinated(sprouting);
  return { came, of: Math.max(came, of * Math.min(1, (believed.able / believed.soil) * believed.released * believed.sprouts)) };
}

/** What came up of what would have germinated, in one container at one depth. */
export interface CameUpIn extends Counted {
  container: string;
  cover_mm: number;
  batches: number;
  /** Days after it was sown, or brought into the warmth, by which half of what came had come; in the mean of its batches. */
  half_days?: number;
}

/** Closed batches that were sown, by what they were sown into and how deep: whole seeds, the most batches first. */
export function cameUpBySowing(outcomes: readonly Outcome[]): CameUpIn[] {
  const by = new Map<string, CameUpIn & { days: number[] }>();
  for (const outcome of outcomes) {
    const counted = cameUp(outcome);
    if (!counted || !outcome.sown) continue;
    const { name } = containerOf(outcome.sown);
    const { cover_mm } = outcome.sown;
    const key = `${name} ${cover_mm}`;
    const had = by.get(key) ?? { container: name, cover_mm, came: 0, of: 0, batches: 0, days: [] };
    const half = halfUp_days(outcome);
    by.set(key, {
      ...had,
      came: had.came + counted.came,
      of: had.of + Math.round(counted.of),
      batches: had.batches + 1,
      days: half === undefined ? had.days : [...had.days, half],
    });
  }
  return [...by.values()]
    .map(({ days, ...one }) => ({
      ...one,
      ...(days.length > 0 && { half_days: Math.round(days.reduce((sum, day) => sum + day, 0) / days.length) }),
    }))
    .sort((a, b) => b.batches - a.batches || b.of - a.of);
}

/** The day of the check by which half of what came had come; `undefined` where nothing did. */
function halfUp_days({ sprouting }: Pick<Outcome, 'sprouting'>): number | undefined {
  const visits = sprouting?.visits ?? [];
  const all = visits.reduce((sum, { came }) => sum + came, 0);
  let so_far = 0;
  return visits.find(({ came }) => {
    so_far += came;
    return all > 0 && so_far >= all / 2;
  })?.day;
}
