import type { Lot, TowelResult } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import { asItStands, type LotView } from './reader.ts';

/** Seed in stock, in what matters of it to whoever plans: a lot as it stands, and how much of it no batch has. Plain data, for workers. */
export type StockedLot = Pick<Lot, 'id' | 'code' | 'speciesId' | 'viability' | 'wintered' | 'provenance' | 'storage'> & {
  towelTests?: readonly TowelResult[];
  testedOn?: PlainDate;
  unassigned: number;
};

/** That of a lot; `more` seeds are in stock besides. */
export function stocked(lot: LotView, more = 0): StockedLot {
  const { id, code, speciesId, viability, wintered, provenance, storage, towelTests, testedOn } = asItStands(lot);
  return {
    id,
    code,
    speciesId,
    viability,
    provenance,
    towelTests,
    unassigned: lot.unassigned + more,
    ...(wintered && { wintered }),
    ...(storage && { storage }),
    ...(testedOn && { testedOn }),
  };
}
