import type { SeedForm } from '@chill/model/species.ts';
import { wordedRows } from '@chill/words/tables.ts';
import { say } from '@chill/words/tending.ts';

/** What seedlings are potted into. */
export type Container = 'cell' | 'deepCell' | 'pot' | 'deepPot';

interface ContainerFacts {
  name: string;
  /** Mix that fills one, mL, and how many stand in one tray. Assumptions, by sizes in common use. */
  volume_mL: number;
  perTray: number;
}

/** The one table of containers. */
export const CONTAINERS: Record<Container, ContainerFacts> = wordedRows(say, ['name'], {
  cell: { name: 'cell', volume_mL: 50, perTray: 40 },
  deepCell: { name: 'deepCell', volume_mL: 160, perTray: 32 },
  pot: { name: 'pot', volume_mL: 400, perTray: 18 },
  deepPot: { name: 'deepPot', volume_mL: 1000, perTray: 15 },
});

/** From this mass on a seed's first root asks for room of its own, and for depth, mg. Assumptions. */
const DEEP_FROM_MG = 8;
const POT_FROM_MG = 60;
const DEEP_POT_FROM_MG = 800;

/** What suits a seed: one pot each for big fast things, cells for the others. */
export function usualContainer({ thousandSeeds_g: mg }: Pick<SeedForm, 'thousandSeeds_g'>): Container {
  if (mg >= DEEP_POT_FROM_MG) return 'deepPot';
  if (mg >= POT_FROM_MG) return 'pot';
  return mg >= DEEP_FROM_MG ? 'deepCell' : 'cell';
}
