import type { ProposedPromise } from '@chill/core/planning/proposed.ts';
import { type CsvRow, csv } from '@chill/core/units/csv.ts';

/** A proposed season as CSV, in SI and with days as YYYY-MM-DD: a row a promise and lot, what is to be got with it. */
export function proposalCsv(
  proposals: readonly ProposedPromise[],
  { species, lots }: { species: readonly { id: string; scientific: string }[]; lots: readonly { id: string; code: string }[] },
): string {
  return csv(
    proposals.flatMap(({ wanted: { promise, plants }, kept, left, toGet }): CsvRow[] => {
      const row = {
        whom: promise.whom,
        species: species.find(({ id }) => id === promise.speciesId)?.scientific ?? promise.speciesId,
        plants,
        by: promise.on,
        priority: promise.priority ?? 'next',
        method: kept?.methodId,
        start: kept?.start,
        lot: undefined,
        seeds: undefined,
        ready: kept?.ready,
        late_days: kept?.late_days,
        low: kept?.plants.low,
        high: kept?.plants.high,
        left: left?.why,
        get_seeds: toGet?.seeds,
        get_g: toGet && Math.round(toGet.grams * 100) / 100,
        get_by: toGet?.by,
      };
      const parts = kept?.parts ?? [];
      if (parts.length === 0) return [row];
      return parts.map(({ lotId, plan }) => ({ ...row, lot: lots.find(({ id }) => id === lotId)?.code, seeds: plan.seeds }));
    }),
  );
}
