import { daysBetween } from '@chill/core/calendar/dates.ts';
import { normalQuantile } from '@chill/core/chance/normal.ts';
import { randomFrom } from '@chill/core/chance/random.ts';
import { responseIn } from '@chill/core/chill/effectiveness.ts';
import { TURN_CREDIT_DAYS, TURNS_SURVIVAL } from '@chill/core/chill/freezeThaw.ts';
import { metBy } from '@chill/core/chill/met.ts';
import type { Requirement } from '@chill/core/chill/requirement.ts';
import { requirementsOf } from '@chill/core/chill/requirement.ts';
import { cuesAnswered } from '@chill/core/follow/chain.ts';
import { coatOpened } from '@chill/core/follow/coats.ts';
import { sproutingStage } from '@chill/core/follow/stageOrder.ts';
import { COLD_RESPONSE } from '@chill/core/kinds/responses.ts';
import { chills, keptDry, mediumOf, STAGES } from '@chill/core/kinds/stages.ts';
import type { BatchState } from '@chill/core/ledger/batchState.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { asPlannedNow } from '@chill/core/ledger/planInForce.ts';
import { ROT_REFERENCE_C, rotHazard } from '@chill/core/rot/hazard.ts';
import { comesUp, establishesSown, sownBy, upFor } from '@chill/core/sowing/sown.ts';
import { thermalTime } from '@chill/core/sprout/thermalTime.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Place } from '@chill/model/place.ts';
import type { BatchId, PlainDate } from '@chill/model/primitives.ts';
import type { Sight } from '@chill/model/sight.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';

/** What one simulated seed is really like; the program under test never sees it. */
interface HiddenSeed {
  viable: boolean;
  opens: boolean;
  warm_days: number;
  cold_days: number;
  sprouts: boolean;
  degreeDays: number;
  /** Rot that it bears before it goes mouldy. */
  bears: number;
  livesThroughTurns: boolean;
  /** Days in the pot until it dies; Infinity for a survivor. */
  potDeath_days: number;
}

const FOUND_DRY = 0.07;
const FOUND_WET = 0.03;
/** Unsound seed feeds mould sooner. */
const UNSOUND_ROTS = 4;
const POT_DEATHS_WITHIN_DAYS = 40;

/** What there is to see in a batch on `today`, beyond what its events already tell. */
export function sightOf(
  told: Batch,
  species: Species,
  trueViable: number,
  places: readonly Place[],
  today: PlainDate,
  records: readonly PlaceTemperatures[] = [],
): Sight {
  const batch = asPlannedNow(told);
  const state = fold(batch.plan, batch.events);
  const days = dayByDay(batch, state, species, { places, records, today });
  const seeds = hiddenSeeds(batch, species, trueViable);
  const soak = soaked(seeds, state, species);
  let up = 0;
  let mouldy = 0;
  for (const seed of seeds) {
    const fate = fateOf(seed, days);
    if (fate === 'up') up += 1;
    if (fate === 'mouldy') mouldy += 1;
  }
  const everUp = state.sprouts.reduce((sum, sprout) => sum + sprout.count, 0);
  const left = state.counts.waiting + state.counts.swollen;
  const newUp = Math.min(left, Math.max(0, up - everUp));
  return {
    damp: dampOn(batch.id, today),
    ...soak,
    up: newUp,
    mouldy: Math.min(left - newUp, Math.max(0, mouldy - state.counts.mouldy)),
    lost: deadInPots(seeds, state, today),
  };
}

/** What a soak shows of the seeds still waiting: those whose coat is open drink, and hollow ones float where they are known to. */
function soaked(seeds: readonly HiddenSeed[], { counts, swellings }: BatchState, species: Species): Pick<Sight, 'swollen' | 'floating'> {
  const open = seeds.filter(({ opens, viable }) => opens && viable).length;
  const hollow = species.floatTest === 'sinkersAreViable' ? seeds.filter(({ viable }) => !viable).length : 0;
  if (swellings.length > 0) return { swollen: 0, floating: 0 };
  const swollen = Math.min(counts.waiting, open);
  return { swollen, floating: Math.min(counts.waiting - swollen, Math.round(hollow / 2)) };
}

function dampOn(batchId: BatchId, today: PlainDate): Sight['damp'] {
  const chance = randomFrom(`${batchId} damp ${today}`)();
  return chance < FOUND_DRY ? 'dry' : chance > 1 - FOUND_WET ? 'wet' : 'right';
}

function hiddenSeeds(batch: Batch, species: Species, trueViable: number): HiddenSeed[] {
  const { warm, cold } = requirementsOf(species);
  const law = thermalTime(species.sprouting);
  const opened = coatOpened(species, batch.plan.method) * cuesAnswered(species, batch.plan.method);
  const sowing = sownBy(batch.plan.method.stages, sproutingStage(batch.plan.method));
  const up = sowing ? upFor(species, sowing) : 0;
  const soil = sowing ? comesUp(species, sowing) : 1;
  const establishes = sowing ? establishesSown(species, sowing) : species.pot.establishes;
  return Array.from({ length: batch.plan.seeds }, (_, i) => {
    const random = randomFrom(`${batch.id} seed ${i}`);
    // Drawn apart, so that seed on a towel is what it was.
    const stands = soil === 1 || randomFrom(`${batch.id} soil ${i}`)() < soil;
    return {
      viable: random() < trueViable,
      opens: random() < opened,
      warm_days: needOf(warm, random),
      cold_days: needOf(cold, random),
      sprouts: random() < law.share && stands,
      degreeDays: law.median_degreeDays * Math.exp(law.spread * normalQuantile(random())) + up,
      bears: -Math.log(1 - random()),
      livesThroughTurns: random() < TURNS_SURVIVAL,
      potDeath_days: random() < establishes ? Number.POSITIVE_INFINITY : random() * POT_DEATHS_WITHIN_DAYS,
    };
  });
}

function needOf(requirement: Requirement | undefined, random: () => number): number {
  if (!requirement || random() < requirement.releasedWithout) return 0;
  return Math.exp(requirement.logMedian + requirement.spread * normalQuantile(random()));
}

/** What one day does to the seeds of a batch. */
interface DayDoes {
  warm: number;
  cold: number;
  degrees: number;
  rot: number;
  turns: boolean;
}

function dayByDay(
  batch: Batch,
  state: BatchState,
  species: Species,
  around: { places: readonly Place[]; records: readonly PlaceTemperatures[]; today: PlainDate },
): DayDoes[] {
  const { places, today } = around;
  const law = thermalTime(species.sprouting);
  const days: DayDoes[] = [];
  for (const [index, done] of state.stages.entries()) {
    const planned = batch.plan.stages[index];
    if (!done.startedOn || !planned) continue;
    const facts = STAGES[planned.kind];
    const medium = mediumOf(batch.plan.method.stages[index] ?? planned);
    const at = places.find((place) => place.id === done.placeId)?.nominal_C ?? planned.temperature_C;
    const lasts = daysBetween(done.startedOn, done.finishedOn ?? state.closedOn ?? today);
    const cold = chills(planned.kind);
    const warms = facts.earns === 'warmth';
    const waits = cold || warms;
    const turns = facts.course === 'turns';
    const grows = facts.course === 'sprouts' || facts.course === 'grows';
    const met = metBy(
      { since: done.startedOn, stays: done.stays ?? [], planned_C: at },
      responseIn(planned.kind, species) ?? COLD_RESPONSE,
      around,
    );
    const since = done.startedOn;
    const freshened = state.freshened.map((on) => daysBetween(since, on)).filter((on) => on >= 0);
    for (let day = 0; day < lasts; day++) {
      const fresh = freshened.findLast((on) => on <= day) ?? 0;
      days.push({
        warm: warms ? met.effect(day) : 0,
        cold: turns ? TURN_CREDIT_DAYS / 2 : cold ? met.effect(day) : 0,
        // Dry seed drinks nothing, and does not move.
        degrees: (waits || grows) && !keptDry(planned.kind) ? law.rate(at) : 0,
        // What rots on the warm towel is counted in the share that sprouts there.
        rot: waits ? rotHazard(day - fresh, { medium, temperature_C: ROT_REFERENCE_C }) * met.rot(day) : 0,
        turns,
      });
    }
  }
  return days;
}

function fateOf(seed: HiddenSeed, days: readonly DayDoes[]): 'waits' | 'up' | 'mouldy' {
  let warm = 0;
  let cold = 0;
  let degreeDays = 0;
  let rot = 0;
  for (const day of days) {
    if (day.turns && !seed.livesThroughTurns) seed.viable = false;
    rot += day.rot * (seed.viable ? 1 : UNSOUND_ROTS);
    if (rot >= seed.bears) return 'mouldy';
    if (!seed.viable || !seed.opens) continue;
    if (warm < seed.warm_days) warm += day.warm;
    else if (cold < seed.cold_days) cold += day.cold;
    else degreeDays += day.degrees;
    if (seed.sprouts && degreeDays >= seed.degreeDays) return 'up';
  }
  return 'waits';
}

function deadInPots(seeds: readonly HiddenSeed[], state: BatchState, today: PlainDate): number {
  let position = 0;
  let dead = 0;
  for (const { on, count } of state.sprouts) {
    for (let i = 0; i < count; i++, position++) {
      if ((seeds[position]?.potDeath_days ?? Number.POSITIVE_INFINITY) < daysBetween(on, today)) dead += 1;
    }
  }
  const inPots = state.counts.potted + state.counts.established;
  return Math.min(inPots, Math.max(0, dead - state.counts.discarded));
}
