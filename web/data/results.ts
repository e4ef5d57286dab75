import { type Judged, judged } from '@chill/core/results/judged.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import { useMemo } from 'react';
import useSWR from 'swr';
import { ask } from './api.ts';

/** What came of every closed batch, and each judged with its parts; `undefined` until it has come. */
export function useResults(): { outcomes: Outcome[]; judged: Judged[] } | undefined {
  const { data } = useSWR<Outcome[]>('/api/results', ask);
  return useMemo(() => data && { outcomes: data, judged: judged(data) }, [data]);
}
