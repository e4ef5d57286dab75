import { addDays } from '@chill/core/calendar/dates.ts';
import { Wish } from '@chill/model/batch.ts';
import type { LotId } from '@chill/model/primitives.ts';
import { useRef } from 'react';
import { useSearchParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { USUAL_PLANTS } from '../../data/useRequest.ts';

/** A wish as it is being put together in the sentence; kept in the page's address, so that a reload or a link keeps it. */
export interface Wording {
  lotId: LotId | undefined;
  plants: number;
  confidence: number;
  by: 'frostRisk' | 'readyBy' | 'startOn' | 'asSoonAs';
  risk: number;
  readyBy: string;
  startOn: string;
}

/** The wish, and how to change a part of it. */
export function useWish(): { wording: Wording; wish: Wish | undefined; change: (part: Partial<Wording>) => void } {
  const { lots, nursery, today } = useNursery();
  const [query, setQuery] = useSearchParams();
  const number = (key: string, otherwise: number) => (query.has(key) ? Number(query.get(key)) : otherwise);
  const by = query.get('by');
  const wording: Wording = {
    lotId: lots.find((lot) => lot.id === query.get('lot'))?.id ?? lots.find((lot) => lot.unassigned > 0)?.id ?? lots[0]?.id,
    plants: number('plants', USUAL_PLANTS),
    confidence: number('sure', nursery.settings.confidence),
    by: by === 'readyBy' || by === 'startOn' || by === 'asSoonAs' ? by : 'frostRisk',
    risk: number('risk', nursery.settings.frostRisk),
    readyBy: query.get('ready') ?? addDays(today, 180),
    startOn: query.get('start') ?? today,
  };
  // The address follows a moment later: what was changed meanwhile is changed on top, not on what still stands in the address.
  const address = query.toString();
  const latest = useRef({ address, wording });
  if (latest.current.address !== address) latest.current = { address, wording };
  const change = (part: Partial<Wording>) => {
    const next = { ...latest.current.wording, ...part };
    latest.current = { ...latest.current, wording: next };
    setQuery(
      {
        ...(next.lotId && { lot: next.lotId }),
        plants: String(next.plants),
        sure: String(next.confidence),
        by: next.by,
        risk: String(next.risk),
        ready: next.readyBy,
        start: next.startOn,
      },
      { replace: true, preventScrollReset: true },
    );
  };
  const timing =
    wording.by === 'frostRisk'
      ? { by: 'frostRisk', risk: wording.risk }
      : wording.by === 'readyBy'
        ? { by: 'readyBy', date: wording.readyBy }
        : wording.by === 'asSoonAs'
          ? { by: 'asSoonAs' }
          : { by: 'startOn', date: wording.startOn };
  const parsed = Wish.safeParse({ plants: wording.plants, confidence: wording.confidence, timing });
  return { wording, wish: parsed.success ? parsed.data : undefined, change };
}
