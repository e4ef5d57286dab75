import type { BatchView } from './nursery.ts';

/** Sprouts of a batch that are to be potted today: at once from a towel; what stands together in a tray is pricked out on its day. */
export const toPotNow = ({ tasks, projection }: Pick<BatchView, 'tasks' | 'projection'>, today: string): number =>
  tasks.some(({ kind, due }) => kind === 'lift' && due <= today) ? projection.state.counts.sprouted : 0;
