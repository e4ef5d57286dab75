import type { DaysAdvice, Species, Standing } from '@chill/model/species.ts';
import { standingOf } from '../chance/standing.ts';

/** What an entry still lacks. */
export type Gap = 'oneSource' | 'fewRecords' | 'oneMethod' | 'littleKnown';

/** One entry of the handbook as a row: days, °C, g, shares from 0 to 1; `undefined` where it needs none of that. */
export interface HandbookRow {
  id: string;
  scientific: string;
  common: string;
  family: string;
  life: Species['life'];
  dormancy: Species['dormancy']['class'];
  warm_days: string | undefined;
  cold_days: string | undefined;
  germinates_C: number;
  germinates_days: string;
  light: Species['light'];
  storage: Species['storage'];
  neverChill: NonNullable<Species['chillHurts']> | undefined;
  thousandSeeds_g: number;
  usuallyViable: number;
  hazards: string;
  methods: number;
  evidence: Species['evidence'];
  /** What its share that germinates rests on. */
  standing: Standing;
  gaps: Gap[];
}

const span = (days: DaysAdvice): string => ('about' in days ? `${days.about}` : `${days.from}–${days.to}`);

/** What an entry lacks: a second source, records of its own, a second way where seed needs one, and a common measure of trust. */
export function gapsOf({ sources, evidence, methods, cold, hardCoat }: Species): Gap[] {
  const waits = cold.need === 'required' || hardCoat !== undefined;
  return [
    ...(sources.length < 2 ? (['oneSource'] as const) : []),
    ...(evidence === 'sparse' ? (['fewRecords'] as const) : []),
    ...(evidence === 'anecdotal' ? (['littleKnown'] as const) : []),
    ...(waits && methods.length < 2 ? (['oneMethod'] as const) : []),
  ];
}

/** The handbook as a table, in its own order. */
export const handbookRows = (handbook: readonly Species[]): HandbookRow[] =>
  handbook.map((species) => ({
    id: species.id,
    scientific: species.scientific,
    common: species.common[0] ?? '',
    family: species.family,
    life: species.life,
    dormancy: species.dormancy.class,
    warm_days: species.warmFirst && span(species.warmFirst.days),
    cold_days: species.cold.need === 'none' ? undefined : span(species.cold.days),
    germinates_C: species.sprouting.at_C,
    germinates_days: span(species.sprouting.days),
    light: species.light,
    storage: species.storage,
    neverChill: species.chillHurts,
    thousandSeeds_g: species.seed.thousandSeeds_g,
    usuallyViable: species.usuallyViable,
    hazards: species.hazards.map(({ code }) => code).join(' '),
    methods: species.methods.length,
    evidence: species.evidence,
    standing: standingOf(species, 'sprouts'),
    gaps: gapsOf(species),
  }));
