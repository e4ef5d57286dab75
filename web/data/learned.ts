import { asOfLot } from '@chill/core/lot/variety.ts';
import { withFigures } from '@chill/core/methods/figures.ts';
import { asNurseryHas, withLearned } from '@chill/core/results/asUsed.ts';
import type { LearnedOf, Taught } from '@chill/core/results/taught.ts';
import { figuresOfVariety } from '@chill/core/results/varieties.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import { useMemo } from 'react';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';
import { useNursery } from './nursery.ts';

/** Each species with what was learned of it, made once: whoever weighs its methods weighs them again only where it is another. */
const used = new WeakMap<LearnedOf, { of: Species; made: Species }>();

function asUsed(species: Species, mine: LearnedOf | undefined): Species {
  if (!mine) return species;
  const known = used.get(mine);
  if (known?.of === species) return known.made;
  const made = withLearned(species, mine.learned);
  used.set(mine, { of: species, made });
  return made;
}

/** What is known of species from the handbook, the nursery's own figures and its results. */
export interface Known {
  /** The handbook as this nursery has it, with its own figures. */
  handbook: Species[];
  /** What its results say, by species. */
  learned: ReadonlyMap<string, LearnedOf>;
  /** The handbook as plans take it, with what was learned. */
  forPlans: Species[];
  /** Whether all of it was learned since the nursery's own figures are what they are; or nothing more is to be had. */
  done: boolean;
}

const NOTHING: LearnedOf[] = [];
const NO_FIGURES: OwnFigure[] = [];

/** The figures that stand in one list only. */
function differing(a: readonly OwnFigure[], b: readonly OwnFigure[]): OwnFigure[] {
  const only = (these: readonly OwnFigure[], those: readonly OwnFigure[]) => {
    const there = new Set(those.map((one) => JSON.stringify(one)));
    return these.filter((one) => !there.has(JSON.stringify(one)));
  };
  return [...only(a, b), ...only(b, a)];
}

/** What was learned of a species, but for figures that were made one's own, forgotten or taken back since: of those nothing is said until it is learned anew. */
function butFor(one: LearnedOf, changed: readonly OwnFigure[]): LearnedOf {
  const mine = changed.filter(({ speciesId }) => speciesId === one.speciesId);
  if (mine.length === 0) return one;
  const learned = { ...one.learned };
  for (const { figure } of mine) delete learned[figure];
  return { ...one, learned };
}

/** What is known; `undefined` until it has come. Where nothing can be learned, plans are made all the same: by the handbook. */
export function useLearned(): Known | undefined {
  const { handbook: printed, nursery } = useNursery();
  const { data, error } = useSWR<Taught>('/api/learned', ask);
  const figures = nursery.figures ?? NO_FIGURES;
  const told = data?.species ?? (error ? NOTHING : undefined);
  const changed = useMemo(() => (data ? differing(data.figures, figures) : NO_FIGURES), [data, figures]);
  const handbook = useMemo(() => printed.map((one) => asNurseryHas(one, figures)), [printed, figures]);
  return useMemo((): Known | undefined => {
    if (!told) return undefined;
    const learned = new Map(told.map((one) => [one.speciesId, butFor(one, changed)]));
    return {
      handbook,
      learned,
      forPlans: handbook.map((one) => asUsed(one, learned.get(one.id))),
      done: changed.length === 0 || error !== undefined,
    };
  }, [told, handbook, changed, error]);
}

/** Each planned species with the figures of a variety, made once. */
const usedOfVariety = new WeakMap<Species, Map<string, Species>>();

/** A species as plans take it, for the seed of one lot: called by its variety, and with what is known of that where it differs beyond luck. */
export function plannedForLot(species: Species, lot: Pick<Lot, 'variety'> | undefined, of: LearnedOf | undefined): Species {
  const named = asOfLot(species, lot);
  const figures = figuresOfVariety(of?.varieties ?? [], lot?.variety);
  if (!figures) return named;
  const known = usedOfVariety.get(named) ?? new Map<string, Species>();
  usedOfVariety.set(named, known);
  const text = JSON.stringify(figures);
  const made = known.get(text) ?? withFigures(named, figures);
  known.set(text, made);
  return made;
}

/** A species as plans take it, for a lot's seed where one is given, as soon as that is known; until then as the handbook has it, with the nursery's own figures. */
export function useAsPlanned<Given extends Species | undefined>(species: Given, lot?: Pick<Lot, 'variety'>): Given | Species {
  const { figures = NO_FIGURES } = useNursery().nursery;
  const known = useLearned();
  const printed = useMemo(() => species && asNurseryHas(species, figures), [species, figures]);
  const planned = known?.forPlans.find(({ id }) => id === species?.id) ?? printed;
  return planned ? plannedForLot(planned, lot, known?.learned.get(planned.id)) : species;
}
