import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { SpeciesFigures } from '@chill/model/species.ts';
import { asItStands, type LotView } from './reader.ts';

/** Seed in stock, in what matters of it to whoever plans: a lot as it stands, and how much of it no batch has. Plain data, for workers. */
export type StockedLot = Pick<Lot, 'id' | 'code' | 'speciesId' | 'viability' | 'wintered' | 'provenance' | 'storage'> & {
  /** Figures that its variety is planned with, where they differ from the species'. */
  figures?: SpeciesFigures;
  towelTests?: readonly TowelResult[];
  testedOn?: PlainDate;
  unassigned: number;
};

/** That of a lot; `more` seeds are in stock besides; `figures` are those of its variety, where they differ. */
export function stocked(lot: LotView, more = 0, figures?: SpeciesFigures): StockedLot {
  const { id, code, speciesId, viability, wintered, provenance, storage, towelTests, testedOn } = asItStands(lot);
  return {
    id,
    code,
    speciesId,
    viability,
    provenance,
    towelTests,
    unassigned: lot.unassigned + more,
    ...(figures && { figures }),
    ...(wintered && { wintered }),
    ...(storage && { storage }),
    ...(testedOn && { testedOn }),
  };
}
