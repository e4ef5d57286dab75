import type { Sowing } from '@chill/model/container.ts';
import { type Refusal, refusal } from '@chill/model/refusal.ts';
import type { Species } from '@chill/model/species.ts';
import { say } from '@chill/words/sowing.ts';
import { containerOf, inGround } from '../mix/containers.ts';

/** Seed lies no deeper than this part of its container. Common practice. */
const DEEPEST_PART = 1 / 3;

/** What is wrong with a sowing, at `container`, `cover_mm` or `each`; `undefined` where it can be sown so. `outdoors`: the nursery has a place outdoors. */
export function sowingFault(sowing: Sowing, outdoors: boolean): Refusal | undefined {
  if (inGround(sowing) && !outdoors) return refusal(say.of('bedIsOutdoors'), 'container');
  const { each, cover_mm } = sowing;
  const { depth_mm } = containerOf(sowing);
  if (!Number.isInteger(each) || each < 1) return refusal(say.of('oneSeedOrMore'), 'each');
  if (!(cover_mm >= 0)) return refusal(say.of('coverFromNothing'), 'cover_mm');
  if (cover_mm > depth_mm * DEEPEST_PART)
    return refusal(say.of('coverTooDeep', { depth: depth_mm, most: Math.floor(depth_mm * DEEPEST_PART) }), 'cover_mm');
  return undefined;
}

/** What is odd about a sowing, though it may be so: light-needing seed that is covered. */
export function sowingDoubt({ light }: Pick<Species, 'light'>, { cover_mm }: Sowing): string | undefined {
  return cover_mm > 0 && light === 'needs light' ? say('coverShutsLight') : undefined;
}
