import { randomFrom } from '@chill/core/chance/random.ts';
import { type DeviceKind, PROTOCOL } from '@chill/core/devices/line.ts';
import { COOLING_PER_MINUTE, coolingOf, waterAt } from '@chill/core/heat/pourOver.ts';
import type { BatchState } from '@chill/core/ledger/batchState.ts';
import { countIn } from '@chill/core/ledger/states.ts';
import { seedMass_g } from '@chill/core/mix/laying.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import { logged, type SimulatedAir, truth_C } from './temperatures.ts';

/** What lies on the scale, under the thermometer or before the counter: one batch, as it is. */
export interface OnTheBench {
  batchId: BatchId;
  species: Pick<Species, 'seed'>;
  state: BatchState;
  /** Seeds that have swollen, as the simulation knows. */
  swollen: number;
}

/** The devices' truths differ a little from what Chill predicts, as real ones do. */
const ROOM_C = 18;
const VESSEL_LOSES_FASTER = 1.2;
const POURED_COOLER_C = 1.5;
const GAIN_SWOLLEN = 1.05;
const GAIN_HARD = 0.04;
const SCALE_STEPS_G = 0.01;
const COUNTS_PER_S = 8;
/** A scale takes this long to come to rest, s. */
const SETTLES_S = 1.5;

/**
 * The line that a simulated device says `listened_s` seconds after someone began to listen, at the nursery's moment `now_ms`. Pure: the same
 * moment says the same.
 */
export function deviceLine(
  device: Exclude<DeviceKind, 'logger'>,
  bench: OnTheBench | undefined,
  now_ms: number,
  listened_s: number,
): string {
  const random = randomFrom(`${device} ${bench?.batchId ?? ''} ${Math.floor(now_ms / 1000)}`);
  const noise = (size: number) => (random() - 0.5) * 2 * size;
  switch (device) {
    case 'thermometer':
      return `t ${(waterTruth_C(bench, now_ms) + noise(0.2)).toFixed(1)} C`;
    case 'scale': {
      const moving = listened_s < SETTLES_S;
      const mass = (bench ? massTruth_g(bench) : 0) * (moving ? 0.6 + 0.4 * (listened_s / SETTLES_S) : 1);
      return `w ${(Math.round((mass + noise(SCALE_STEPS_G)) / SCALE_STEPS_G) * SCALE_STEPS_G).toFixed(2).replace('-', '')} g ${moving ? 'moving' : 'steady'}`;
    }
    case 'counter': {
      const all = bench ? countIn(bench.state.counts, ['waiting', 'swollen']) : 0;
      const passed = Math.min(all, Math.floor(listened_s * COUNTS_PER_S));
      return `n ${passed} ${passed < all ? 'moving' : 'steady'}`;
    }
  }
}

/** The line that a simulated logger says of the moment. */
export function loggerLine(place: Place, now_ms: number, air: SimulatedAir): string {
  return `t ${truth_C(place, now_ms, air).toFixed(1)} C`;
}

/** What a simulated logger has written down since a moment, as the lines that it says. */
export function loggerMemory(place: Place, since_ms: number, now_ms: number, air: SimulatedAir): string[] {
  const { at_ms, celsius } = logged(place, since_ms, now_ms, air);
  const moment = (at: number) => `${new Date(at).toISOString().slice(0, 19)}Z`;
  return [...at_ms].map((at, i) => `r ${moment(at)} ${(celsius[i] as number).toFixed(1)} C`);
}

/** How a simulated device greets whoever begins to listen. */
export function deviceHello(device: DeviceKind): string {
  return `${PROTOCOL} ${device} the simulated ${device}`;
}

function waterTruth_C(bench: OnTheBench | undefined, now_ms: number): number {
  const last = bench?.state.pours.at(-1);
  if (!last) return ROOM_C;
  const said = coolingOf({ ...last.pour, pour_C: last.pour.pour_C - POURED_COOLER_C });
  return waterAt((now_ms - last.at_ms) / 60_000, { ...said, perMinute: COOLING_PER_MINUTE[last.pour.kind] * VESSEL_LOSES_FASTER });
}

function massTruth_g({ species, state, swollen, batchId }: OnTheBench): number {
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const lotHeavier = 0.94 + 0.12 * randomFrom(`${batchId} heavier`)();
  const dry = seedMass_g(seeds, species.seed) * lotHeavier;
  const inWater = state.stages.some(({ startedOn }, i) => startedOn !== undefined && i <= state.stage) && state.timers.length > 0;
  if (!inWater || seeds === 0) return dry;
  const share = Math.min(1, (swollen + state.counts.swollen) / seeds);
  return dry * (1 + share * GAIN_SWOLLEN + (1 - share) * GAIN_HARD);
}
