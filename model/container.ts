import { say } from '@chill/words/model.ts';
import { shortText } from './primitives.ts';
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
  'bed',
]);
export type Container = z.infer<typeof Container>;

/** What a container is for: many cells in one tray; open, for many seedlings together; a pot, block or bag that stands alone; the ground, where they stay. */
export const ContainerShape = z.enum(['cells', 'open', 'pot', 'block', 'bag', 'ground']);
export type ContainerShape = z.infer<typeof ContainerShape>;

const Side = z
  .number({ error: () => say('measureSide') })
  .min(5, { error: () => say('sideFrom5') })
  .max(2000, { error: () => say('sideTo2000') });

/** What a nursery's own container may be. */
export const OwnShape = ContainerShape.exclude(['ground']);
export type OwnShape = z.infer<typeof OwnShape>;

/** The measures of a container. */
export const ContainerFacts = z.object({
  name: shortText(60),
  shape: ContainerShape,
  /** Mix that it takes to the brim, less a tenth, mL. */
  volume_mL: z
    .number({ error: () => say('measureVolume') })
    .positive({ error: () => say('measureVolume') })
    .max(500_000, { error: () => say('volumeTo500L') }),
  /** Its top, and how deep it is, mm. */
  top_mm: z.tuple([Side, Side]),
  depth_mm: Side,
  /** How many stand in one tray of 540 × 280 mm; an open one that is as large is one. */
  perTray: z
    .int({ error: () => say('countPerTray') })
    .min(1, { error: () => say('countPerTray') })
    .max(1000, { error: () => say('countPerTray') }),
  /** True where the air stops roots at its sides, which then do not circle. */
  airPruned: z.literal(true).optional(),
});
export type ContainerFacts = z.infer<typeof ContainerFacts>;

/** How seed is sown: into what, how many to each (to an open tray, in all of it), and how deep it is covered. */
export const Sowing = z.object({
  container: Container,
  /** The nursery's own container, with its measures as they were then; `container` is the one in common use that is most like it. */
  own: ContainerFacts.optional(),
  each: z.int().min(1).max(20_000),
  cover_mm: z.number().min(0).max(150),
});
export type Sowing = z.infer<typeof Sowing>;
