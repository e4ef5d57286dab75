import { z } from './zod.ts';

/** What seed is sown into, and seedlings are potted into. Sizes in common use, ± 15 %. */
export const Container = z.enum([
  'plug288',
  'plug200',
  'plug128',
  'plug72',
  'cell',
  'plug50',
  'plug32',
  'cone65',
  'deepCell',
  'cone650',
  'hinged175',
  'hinged350',
  'pot',
  'deepPot',
  'tree2500',
  'round8',
  'round10',
  'round13',
  'round20',
  'square7',
  'square9',
  'square11',
  'flat',
  'seedTray',
  'halfTray',
  'block20',
  'block40',
  'block50',
  'cup200',
  'cup500',
  'bag1',
  'bag3',
  'bag10',
  'tub1',
  'box5',
]);
export type Container = z.infer<typeof Container>;

/** How seed is sown: into what, how many to each (to an open tray, in all of it), and how deep it is covered. */
export const Sowing = z.object({
  container: Container,
  each: z.int().min(1).max(20_000),
  cover_mm: z.number().min(0).max(150),
});
export type Sowing = z.infer<typeof Sowing>;
