import type { Health } from '@chill/model/health.ts';
import useSWR from 'swr';
import { ask } from './api.ts';

/** How the data file and its backups are; asked every so often, and again when one comes back to the page. */
export function useHealth(): Health | undefined {
  return useSWR<Health>('/api/health', ask, { refreshInterval: 10 * 60_000 }).data;
}

/** The address by which other devices reach Chill: what it was told, or that of this page. */
export function useOrigin(): string {
  return useHealth()?.address ?? location.origin;
}
