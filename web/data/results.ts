import { type Judged, judged } from '@chill/core/results/judged.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { useMemo } from 'react';
import useSWR from 'swr';
import { ask } from './api.ts';

/** What came of every closed batch, and each judged with its parts; no data until it has come. */
export function useResults(): { data: { outcomes: Outcome[]; judged: Judged[] } | undefined; error: unknown } {
  const { data: outcomes, error } = useSWR<Outcome[]>('/api/results', ask);
  const data = useMemo(() => outcomes && { outcomes, judged: judged(outcomes) }, [outcomes]);
  return { data, error };
}
