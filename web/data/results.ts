import { type JudgedBatch, judged } from '@chill/core/results/judged.ts';
import type { Outcome, ResultPage } from '@chill/model/outcome.ts';
import { useEffect, useMemo, useRef, useState } from 'react';
import useSWR from 'swr';
import { ask } from '../browser/api.ts';

/** What came of closed batches, each judged with its parts; `missing` are still on their way. */
export interface Results {
  outcomes: Outcome[];
  judged: JudgedBatch[];
  missing: number;
}

/** Pages that have come, by their address: one that changes has another. */
const pages = new Map<string, Outcome[]>();
const addressOf = ({ page, edition }: ResultPage) => `/api/results/${page}?edition=${encodeURIComponent(edition)}`;

/** Keeps a page that has come. */
export function keepPage(page: ResultPage, outcomes: Outcome[]): void {
  pages.set(addressOf(page), outcomes);
}

/**
 * What came of every closed batch, those closed last first; no data until all has come. `some`: from the first page on, which is that of the latest, with what
 * is missing yet. Whatever has not changed is not asked for again.
 */
export function useResults({ some = false } = {}): { data: Results | undefined; error: unknown } {
  const { data: index, error } = useSWR<ResultPage[]>('/api/results', ask);
  const last = useRef<Results>(undefined);
  const [failed, setFailed] = useState<unknown>();
  // Drawn anew once the first page has come, and once all have: a long list is not judged again with each.
  const [come, setCome] = useState(0);
  useEffect(() => {
    if (!index) return;
    let left = false;
    const fetchAll = async () => {
      const known = new Set(index.map(addressOf));
      for (const address of pages.keys()) if (!known.has(address)) pages.delete(address);
      for (const [i, page] of index.entries()) {
        const address = addressOf(page);
        if (!pages.has(address)) keepPage(page, await ask<Outcome[]>(address));
        if (left) return;
        if (i === 0) setCome((before) => before + 1);
      }
      setCome((before) => before + 1);
      setFailed(undefined);
    };
    fetchAll().catch((reason) => !left && setFailed(reason));
    return () => {
      left = true;
    };
  }, [index]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: pages come from outside of React, and `come` says that they have.
  const data = useMemo((): Results | undefined => {
    if (!index) return undefined;
    const there = index.map((page) => pages.get(addressOf(page)));
    const missing = index.reduce((sum, { count }, i) => (there[i] ? sum : sum + count), 0);
    // While a page that has changed is on its way, what was shown stays.
    if (missing > 0 && (last.current?.missing === 0 || !there[0])) return last.current;
    const outcomes = there.flatMap((page) => page ?? []).sort((a, b) => b.closedOn.localeCompare(a.closedOn));
    last.current = { outcomes, judged: judged(outcomes), missing };
    return last.current;
  }, [index, come]);
  return { data: some || data?.missing === 0 ? data : undefined, error: error ?? failed };
}
