import { asNurseryHas, type Learned, type LotsApart, withLearned } from '@chill/core/results/learned.ts';
import type { OwnFigure } from '@chill/model/nursery.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { useEffect, useMemo, useState } from 'react';
import type { LearnAnswer, LearnQuestion } from '../workers/learn.ts';
import { useNursery } from './nursery.ts';
import { useResults } from './results.ts';

/** What the nursery's own results say of one species, and lots of it that truly differ. */
export interface LearnedOf {
  learned: Learned;
  apart: LotsApart[];
}

type BySpecies = ReadonlyMap<string, LearnedOf>;

const NOTHING: BySpecies = new Map();
const NO_FIGURES: OwnFigure[] = [];
/** What was learned last, and from what: whoever asks again for the same is not kept waiting. */
let last:
  | { outcomes: Outcome[]; printed: readonly Species[]; figures: OwnFigure[]; found: Promise<BySpecies>; value?: BySpecies }
  | undefined;

function learn(outcomes: Outcome[], printed: readonly Species[], figures: OwnFigure[]): NonNullable<typeof last> {
  if (last?.outcomes === outcomes && last.printed === printed && last.figures === figures) return last;
  const grown = new Set(outcomes.map(({ speciesId }) => speciesId));
  const species = printed.filter(({ id }) => grown.has(id)).map((one) => asNurseryHas(one, figures));
  const found = new Promise<BySpecies>((resolve) => {
    const bySpecies = new Map<string, LearnedOf>();
    const worker = new Worker(new URL('../workers/learn.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<LearnAnswer>) => {
      if (!('done' in data)) return void bySpecies.set(data.speciesId, data);
      worker.terminate();
      resolve(bySpecies);
    });
    worker.postMessage({ species, outcomes, figures } satisfies LearnQuestion);
  });
  const made: NonNullable<typeof last> = { outcomes, printed, figures, found };
  void found.then((value) => Object.assign(made, { value }));
  last = made;
  return made;
}

/**
 * The handbook as this nursery has it, with its own figures; what its results say, by species; and the handbook as plans take it, with what was learned.
 * `undefined` until all of it is known.
 */
export function useLearned(): { handbook: Species[]; learned: BySpecies; forPlans: Species[] } | undefined {
  const { handbook: printed, nursery } = useNursery();
  const { results, failed } = useResultsOrNone();
  const figures = nursery.figures ?? NO_FIGURES;
  const handbook = useMemo(() => printed.map((one) => asNurseryHas(one, figures)), [printed, figures]);
  const [found, setFound] = useState<BySpecies | undefined>(() => last?.value);
  const outcomes = results?.outcomes;
  const nothing = failed || outcomes?.length === 0;
  useEffect(() => {
    if (!outcomes || nothing) return;
    const asked = learn(outcomes, printed, figures);
    let gone = false;
    void asked.found.then((value) => !gone && setFound(value));
    return () => {
      gone = true;
    };
  }, [outcomes, nothing, printed, figures]);
  const learned = nothing ? NOTHING : found;
  return useMemo(
    () =>
      learned && {
        ...{ handbook, learned },
        forPlans: handbook.map((one) => {
          const mine = learned.get(one.id);
          return mine ? withLearned(one, mine.learned) : one;
        }),
      },
    [handbook, learned],
  );
}

/** Where what came of earlier batches cannot be had, plans are made by the handbook. */
function useResultsOrNone() {
  const { data, error } = useResults();
  return { results: data, failed: error !== undefined && data === undefined };
}
