import type { Outcome } from '@chill/model/outcome.ts';
import type { LotId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { type Counted, chanceBetter } from './compare.ts';
import { germinated } from './germinated.ts';

/** Two lots of a species that sprout differently: the better, the worse, and the chance that it truly is. */
export interface LotsApart {
  better: { lotId: LotId; lotCode: string; had: Counted };
  worse: { lotId: LotId; lotCode: string; had: Counted };
  chance: number;
}

/** Lots are told apart from this chance on. */
const APART = 0.95;

/** So many lots are held against each other, those with the batches that were closed last: who would sow the others any more? */
const MOST_LOTS = 24;

/** Lots of a species that truly differ, as far as their batches, those closed last first, tell (chance at least 95 in 100). */
export function lotsApart(species: Pick<Species, 'id'>, outcomes: readonly Outcome[]): LotsApart[] {
  const lots = new Map<LotId, { lotId: LotId; lotCode: string; had: Counted }>();
  for (const { speciesId, lotId, lotCode, sprouting } of outcomes) {
    if (speciesId !== species.id || !sprouting) continue;
    const known = lots.get(lotId) ?? { lotId, lotCode, had: { came: 0, of: 0 } };
    const { came, of } = germinated(sprouting);
    lots.set(lotId, { ...known, had: { came: known.had.came + came, of: known.had.of + of } });
  }
  const all = [...lots.values()].slice(0, MOST_LOTS);
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b): LotsApart[] => {
      const chance = chanceBetter(a.had, b.had);
      if (chance >= APART) return [{ better: a, worse: b, chance }];
      return chance <= 1 - APART ? [{ better: b, worse: a, chance: 1 - chance }] : [];
    }),
  );
}
