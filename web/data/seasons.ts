import type { Batch } from '@chill/model/batch.ts';
import type { NewSeason, SeasonPlan } from '@chill/model/seasonPlan.ts';
import useSWR, { mutate } from 'swr';
import { ask } from '../browser/api.ts';

/** Seasons that were accepted, the latest first; `undefined` until they have come. */
export function useSeasons(): SeasonPlan[] | undefined {
  return useSWR<SeasonPlan[]>('/api/seasons', ask).data;
}

const changed = () => Promise.all([mutate('/api/batches'), mutate('/api/lots'), mutate('/api/seasons')]);

/** Makes all the batches of a season, or none; the answer holds their bag codes. */
export async function acceptSeason(season: NewSeason): Promise<Batch[]> {
  const made = await ask<Batch[]>('/api/seasons', { method: 'POST', body: season });
  await changed();
  return made;
}

/** Takes a season back, none of whose batches has begun. */
export async function undoSeason(id: string): Promise<void> {
  await ask(`/api/seasons/${id}/undo`, { method: 'POST', body: {} });
  await changed();
}
