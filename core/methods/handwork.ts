import type { Sowing } from '@chill/model/container.ts';
import type { SeedForm } from '@chill/model/species.ts';
import { CONTAINERS, containerOf, containersFor, growsAlone, inGround, usualContainer } from '../mix/containers.ts';
import { besideAnother } from '../sowing/sown.ts';

/** Hands' time of an act: to set it up, and for each, minutes. First guesses, within a factor of 2. */
interface Act {
  setUp: number;
  each: number;
}
const FILL = { small: { setUp: 5, each: 0.1 }, large: { setUp: 5, each: 0.5 } };
const SOW = { large: { setUp: 3, each: 0.07 }, small: { setUp: 3, each: 0.12 } };
const BROADCAST: Act = { setUp: 6, each: 4 };
const COVER_AND_LABEL: Act = { setUp: 0, each: 2 };
const THIN: Act = { setUp: 1, each: 0.15 };
const PRICK_OUT: Act = { setUp: 5, each: 0.5 };
const LAY: Act = { setUp: 5, each: 0.05 };
const LIFT: Act = { setUp: 4, each: 0.33 };
/** Up to so much mix a container is filled with its tray at once, mL. Common practice. */
const LARGE_FROM_ML = 200;
/** Seed so heavy is taken up by the fingers, mg. Assumption. */
const BY_HAND_FROM_MG = 30;

const minutes = ({ setUp, each }: Act, many: number) => (many > 0 ? setUp + each * many : 0);
const filling = (volume_mL: number) => (volume_mL > LARGE_FROM_ML ? FILL.large : FILL.small);

/** Hands' time to sow so many seeds of which `up` come up, minutes: containers filled, sown, covered and labelled, thinned to one or pricked out of open trays. */
export function sowingMinutes(seeds: number, up: number, sowing: Sowing, seed: Pick<SeedForm, 'thousandSeeds_g'>): number {
  const { containers, trays } = containersFor(seeds, sowing);
  const fill = minutes(filling(containerOf(sowing).volume_mL), containers);
  const label = minutes(COVER_AND_LABEL, trays);
  // Along a row seed is strewn, and nuts are laid.
  if (inGround(sowing))
    return label + (seed.thousandSeeds_g >= BY_HAND_FROM_MG ? minutes(SOW.large, seeds) : minutes(BROADCAST, containers));
  if (!growsAlone(sowing)) return fill + minutes(BROADCAST, containers) + label + pottingMinutes(PRICK_OUT, up, seed);
  const sow = minutes(seed.thousandSeeds_g >= BY_HAND_FROM_MG ? SOW.large : SOW.small, seeds);
  return fill + sow + label + minutes(THIN, besideAnother(sowing, up, seeds));
}

/** Hands' time to lay so many seeds on a towel and to lift and pot the `up` that sprout, minutes. */
export const towelMinutes = (seeds: number, up: number, seed: Pick<SeedForm, 'thousandSeeds_g'>): number =>
  minutes(LAY, seeds) + pottingMinutes(LIFT, up, seed);

const pottingMinutes = (act: Act, up: number, seed: Pick<SeedForm, 'thousandSeeds_g'>) =>
  minutes(act, up) + minutes(filling(CONTAINERS[usualContainer(seed)].volume_mL), up);
