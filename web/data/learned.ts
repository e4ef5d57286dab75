import { asNurseryHas, type Learned, withLearned } from '@chill/core/results/learned.ts';
import type { LotsApart } from '@chill/core/results/lotsApart.ts';
import type { LotTest } from '@chill/model/lot.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { useEffect, useMemo, useState } from 'react';
import useSWR from 'swr';
import type { LearnAnswer, LearnQuestion } from '../workers/learn.ts';
import { ask } from './api.ts';
import { useNursery } from './nursery.ts';
import { useResults } from './results.ts';

/** What the nursery's own results say of one species, and lots of it that truly differ. */
export interface LearnedOf {
  learned: Learned;
  apart: LotsApart[];
}

/** What is learned so far, by species, and whether that is all. */
interface Found {
  bySpecies: ReadonlyMap<string, LearnedOf>;
  done: boolean;
}

const NOTHING: Found = { bySpecies: new Map(), done: true };
const NOT_YET: Found = { bySpecies: new Map(), done: false };
const NO_FIGURES: OwnFigure[] = [];
const NO_TESTS: LotTest[] = [];

/** What was learned last, and from what: whoever asks again for the same is not kept waiting. */
interface Learning {
  outcomes: Outcome[];
  printed: readonly Species[];
  figures: OwnFigure[];
  tests: LotTest[];
  found: Found;
  listeners: Set<(found: Found) => void>;
  worker: Worker;
}
let last: Learning | undefined;

/** Learns beside the page, species by species, that one first which is wanted first. */
function learn(
  outcomes: Outcome[],
  printed: readonly Species[],
  figures: OwnFigure[],
  tests: LotTest[],
  first: string | undefined,
): Learning {
  if (last?.outcomes === outcomes && last.printed === printed && last.figures === figures && last.tests === tests) return last;
  last?.worker.terminate();
  const grown = new Set([...outcomes, ...tests].map(({ speciesId }) => speciesId));
  const species = printed.filter(({ id }) => grown.has(id)).map((one) => asNurseryHas(one, figures));
  const worker = new Worker(new URL('../workers/learn.ts', import.meta.url), { type: 'module' });
  const made: Learning = { outcomes, printed, figures, tests, found: NOT_YET, listeners: new Set(), worker };
  const tell = (found: Found) => {
    made.found = found;
    for (const listener of made.listeners) listener(found);
  };
  // Plans are made all the same: by the handbook, where nothing can be learned.
  worker.addEventListener('error', () => tell({ ...made.found, done: true }));
  worker.addEventListener('message', ({ data }: MessageEvent<LearnAnswer>) => {
    const { bySpecies } = made.found;
    if ('done' in data) worker.terminate();
    tell('done' in data ? { bySpecies, done: true } : { bySpecies: new Map([...bySpecies, [data.speciesId, data]]), done: false });
  });
  worker.postMessage({
    species: species.sort((a, b) => Number(b.id === first) - Number(a.id === first)),
    outcomes,
    figures,
    tests,
  } satisfies LearnQuestion);
  last = made;
  return made;
}

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
  /** Whether all that results show is in it; or all that they show of one species. */
  done: boolean;
  knows(speciesId: string): boolean;
}

/** What is known so far; `undefined` until results have come. `first`: the species that is wanted first. Where results cannot be had, the handbook stands. */
export function useLearned(first?: string): Known | undefined {
  const { handbook: printed, nursery } = useNursery();
  const { data, error } = useResults();
  const figures = nursery.figures ?? NO_FIGURES;
  const outcomes = data?.outcomes;
  const { data: tested, error: untold } = useSWR<LotTest[]>('/api/lots/tests', ask);
  const tests = tested ?? (untold ? NO_TESTS : undefined);
  const nothing = (error !== undefined && data === undefined) || (outcomes?.length === 0 && tests?.length === 0);
  const [found, setFound] = useState<Found>(() => last?.found ?? NOT_YET);
  useEffect(() => {
    if (!outcomes || !tests || nothing) return;
    const { listeners, found: already } = learn(outcomes, printed, figures, tests, first);
    setFound(already);
    listeners.add(setFound);
    return () => void listeners.delete(setFound);
  }, [outcomes, nothing, printed, figures, tests, first]);
  const now = nothing ? NOTHING : outcomes && tests ? found : undefined;
  const grown = useMemo(() => new Set([...(outcomes ?? []), ...(tests ?? [])].map(({ speciesId }) => speciesId)), [outcomes, tests]);
  const handbook = useMemo(() => printed.map((one) => asNurseryHas(one, figures)), [printed, figures]);
  return useMemo((): Known | undefined => {
    if (!now) return undefined;
    const { bySpecies: learned, done } = now;
    return {
      ...{ handbook, learned, done },
      forPlans: handbook.map((one) => asUsed(one, learned.get(one.id))),
      // Of what was never grown there is nothing to wait for.
      knows: (speciesId) => done || learned.has(speciesId) || !grown.has(speciesId),
    };
  }, [now, handbook, grown]);
}

/** A species as plans take it, as soon as that is known; until then as the handbook has it. */
export function useAsPlanned<Given extends Species | undefined>(species: Given): Given | Species {
  return useLearned(species?.id)?.forPlans.find(({ id }) => id === species?.id) ?? species;
}
