import { STANDING_WORTH, standingOf } from '@chill/core/chance/standing.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import type { Method } from '@chill/model/method.ts';
import type { DaysAdvice, FigureName, Species, TemperatureResponse } from '@chill/model/species.ts';
import { Medium, type StageKind } from '@chill/model/stage.ts';
import { betaDraw, type Chance, gammaDraw, normalDraw } from './draws.ts';
import { sownTruth } from './sownTruth.ts';

/**
 * Seeds with a hidden truth, drawn from the priors that the models state, for finding out whether what Chill promises holds. Everything here is written
 * out again from those models, seed by seed and day by day: it shares no law with the forecasts, or it could not tell that they are wrong; only what a
 * stage is, damp or dry, warm or cold, and how well a figure is known, are read in the same tables.
 */

const TEN_SEEDS = 10;

/** A share as the handbook knows it: worth ten seeds; 0 and 1 are certain. */
function shareDraw(share: number, chance: Chance, worth = TEN_SEEDS): number {
  return share <= 0 || share >= 1 ? share : betaDraw(share * worth, (1 - share) * worth, chance);
}

/** What is true of a lot and a nursery, and nobody knows. */
export interface Truth {
  viable: number;
  coat: { untreated: number; openCoat: number; hotWater: number };
  smoke: { without: number; with: number };
  flooding: { without: number; with: number };
  steady: number;
  sprouts: number;
  establishes: number;
  /** Factor on rot, by medium. */
  rot: Record<Medium, number>;
  timeScale: number;
  /** Factor on the cold that the species is said to need; 1 where the handbook is right. */
  coldLevel: number;
}

/** Draws the truth of a lot whose viability is believed to be Beta(alpha, beta). */
export function drawTruth(species: Species, { alpha, beta }: { alpha: number; beta: number }, chance: Chance): Truth {
  const cue = (one: { without: number; with: number } | undefined) =>
    one
      ? { without: shareDraw(one.without, chance, worth('cues')), with: shareDraw(one.with, chance, worth('cues')) }
      : { without: 1, with: 1 };
  const { hardCoat, smoke, flooding, alternating, sprouting, pot } = species;
  const worth = (figure: FigureName) => STANDING_WORTH[standingOf(species, figure)];
  const coat = hardCoat ?? { untreated: 1, openCoat: 1, hotWater: 1 };
  const media: readonly Medium[] = Medium.options;
  return {
    viable: betaDraw(alpha, beta, chance),
    coat: {
      untreated: shareDraw(coat.untreated, chance, worth('coat')),
      openCoat: shareDraw(coat.openCoat, chance, worth('coat')),
      hotWater: shareDraw(coat.hotWater, chance, worth('coat')),
    },
    smoke: cue(smoke),
    flooding: cue(flooding),
    steady: alternating ? shareDraw(alternating.steady, chance, worth('cues')) : 1,
    sprouts: shareDraw(sprouting.share, chance, worth('sprouts')),
    establishes: shareDraw(pot.establishes, chance, worth('establishes')),
    rot: Object.fromEntries(media.map((medium) => [medium, gammaDraw(4, chance) / 4])) as Record<Medium, number>,
    timeScale: Math.exp(0.35 * normalDraw(chance)),
    coldLevel: 1,
  };
}

/** One season that a seed waits through: what it counts as, and how much this seed needs. */
interface Need {
  kind: 'dry' | 'warm' | 'cold';
  days: number;
}

/** One seed. */
interface Seed {
  /** Whether it comes at all once it is released. */
  comes: boolean;
  needs: Need[];
  degreeDays: number;
  bears: number;
  diesInFreezer: boolean;
  establishes: boolean;
  /** Days after it is up on which it dies in its pot, where it does not establish. */
  livesInPot: number;
  /** How it ended, and on which day from the start. */
  up?: number;
  /** The day on which it was separated from what came up with it, where it was. */
  separated?: number;
  mouldy?: number;
  season: number;
  earned: number;
  warmth: number;
  rot: number;
}

/** A stage as it was lived: its kind, what the seed lay in, and the temperature of each hour. */
export interface Lived {
  kind: StageKind;
  medium?: Medium | undefined;
  days: number;
  /** °C at `hour` (0 to 24, exclusive) of day `day`, both from the start of the stage. */
  celsius: (day: number, hour: number) => number;
  /** Temperature is the same all day long: one look at it is enough. */
  steady?: boolean;
  /** Days of the stage on which the medium was made fresh. */
  fresh?: readonly number[];
  shelter?: { animals: boolean; rain: boolean } | undefined;
}

const COLD: TemperatureResponse = { zeroBelow_C: -2, fullFrom_C: 1, fullTo_C: 5, zeroAbove_C: 10 };
const WARM: TemperatureResponse = { zeroBelow_C: 12, fullFrom_C: 18, fullTo_C: 25, zeroAbove_C: 30 };
const DRY: TemperatureResponse = { zeroBelow_C: 3, fullFrom_C: 15, fullTo_C: 40, zeroAbove_C: 60 };
const ROT: Record<Medium, { h0: number; a0: number }> = {
  towel: { h0: 0.0015, a0: 14 },
  film: { h0: 0.0012, a0: 25 },
  vermiculite: { h0: 0.0008, a0: 45 },
  sand: { h0: 0.0006, a0: 60 },
  ownPot: { h0: 0.0008, a0: 60 },
  outdoorFlat: { h0: 0.001, a0: 120 },
  envelope: { h0: 0.00005, a0: Number.POSITIVE_INFINITY },
};

function trapezoid(t: number, { zeroBelow_C: lo, fullFrom_C: a, fullTo_C: b, zeroAbove_C: hi }: TemperatureResponse): number {
  return t <= lo || t >= hi ? 0 : t < a ? (t - lo) / (a - lo) : t <= b ? 1 : (hi - t) / (hi - b);
}

function degrees(t: number, { base_C, optimum_C, ceiling_C }: Species['sprouting']): number {
  if (t <= base_C || t >= ceiling_C) return 0;
  return t <= optimum_C ? t - base_C : ((optimum_C - base_C) * (ceiling_C - t)) / (ceiling_C - optimum_C);
}

function needDraw(advice: DaysAdvice, without: number, chance: Chance): number {
  if (chance() < without) return 0;
  const [m, s] =
    'about' in advice ? [Math.log(advice.about) - 1.2816 * 0.3, 0.3] : [Math.log(advice.from), Math.log(advice.to / advice.from) / 1.645];
  return Math.exp(m + s * normalDraw(chance));
}

/** Seeds of one batch, living through its stages. */
export class LivingSeeds {
  readonly seeds: Seed[];
  /** Days lived so far. */
  day = 0;
  #bed: { medium: Medium; age: number } | undefined;
  readonly #species: Species;
  readonly #truth: Truth;
  /** Seeds sown to one container, of which one is kept. */
  readonly #shared: number;

  constructor(
    count: number,
    species: Species,
    truth: Truth,
    method: Pick<Method, 'stages'>,
    chance: Chance,
    given: { credit?: number; dry_days?: number } = {},
  ) {
    this.#species = species;
    this.#truth = truth;
    const has = (kind: StageKind) => method.stages.some((stage) => stage.kind === kind);
    const coat = species.hardCoat;
    // What is done is what the handbook says does most.
    const how = (['openCoat', 'hotWater'] as const)
      .filter(has)
      .reduce<'untreated' | 'openCoat' | 'hotWater'>((best, one) => ((coat?.[one] ?? 1) > (coat?.[best] ?? 1) ? one : best), 'untreated');
    const answers =
      (has('smoke') ? truth.smoke.with : truth.smoke.without) *
      (has('flood') ? truth.flooding.with : truth.flooding.without) *
      truth.steady;
    const { h50, spread } = halfAndSpread(species);
    const sowing = method.stages.find((stage) => stage.sowing)?.sowing;
    const sown = sowing && sownTruth(species, sowing);
    const soil = sown ? shareDraw(sown.soil, chance) : 1;
    const establishes = sown
      ? shareDraw(sown.plants, chance, sown.worth ?? STANDING_WORTH[standingOf(species, 'establishes')])
      : truth.establishes;
    this.#shared = sown?.shared ?? 1;
    this.seeds = Array.from({ length: count }, () => ({
      comes: chance() < truth.viable * truth.coat[how] * answers * truth.sprouts * soil,
      needs: needsOf(species, chance, { ...given, coldLevel: truth.coldLevel }),
      degreeDays: h50 * truth.timeScale * Math.exp(spread * normalDraw(chance)) + (sown?.up ?? 0),
      bears: -Math.log(1 - chance()),
      diesInFreezer: chance() >= 0.85,
      ...inItsPot(chance(), establishes),
      season: 0,
      earned: 0,
      warmth: 0,
      rot: 0,
    }));
  }

  /** Lives one stage through. */
  live(stage: Lived): void {
    const { kind, medium, days } = stage;
    const { sprouting, cold } = this.#species;
    const age0 = medium && this.#bed?.medium === medium ? this.#bed.age : 0;
    let freshOn = -age0;
    const { course, earns, water } = STAGES[kind];
    const waits = course === 'waits';
    const turns = course === 'turns';
    const still = turns || course === 'bench' || water === 'dry';
    const dryWorks = cold.need !== 'none' && cold.dryColdWorks;
    const coldResponse = (cold.need !== 'none' && cold.response) || COLD;
    for (let day = 0; day < days; day++, this.day++) {
      if (stage.fresh?.includes(day)) freshOn = day;
      const hours = stage.steady ? [12] : Array.from({ length: 24 }, (_, hour) => hour);
      const over = (law: (t: number) => number) => hours.reduce((sum, hour) => sum + law(stage.celsius(day, hour)), 0) / hours.length;
      const given = { dry: 0, warm: 0, cold: 0 };
      if (earns === 'ripening') given.dry = over((t) => trapezoid(t, DRY));
      if (earns === 'warmth' || earns === 'winter') given.warm = over((t) => trapezoid(t, WARM));
      if ((earns === 'cold' && water === 'damp') || earns === 'winter') given.cold = over((t) => trapezoid(t, coldResponse));
      if (earns === 'cold' && water === 'dry' && dryWorks) given.cold = over((t) => trapezoid(t, coldResponse)) / 1.25;
      // A credit of ten chill-days a turn, three at most; a turn is two days.
      if (turns) given.cold = day < 6 ? 5 : 0;
      const warmth = still ? 0 : over((t) => degrees(t, sprouting));
      const rate = ROT[medium ?? 'envelope'];
      const shelter = stage.shelter;
      const hazard = waits
        ? rate.h0 *
            (1 + (day + 0.5 - freshOn) / rate.a0) *
            over((t) => 2.2 ** ((t - 4) / 10)) *
            this.#truth.rot[medium ?? 'envelope'] *
            (earns === 'winter' && shelter?.rain === false ? 1.5 : 1) +
          (earns === 'winter' && shelter?.animals === false ? 0.003 : 0)
        : 0;
      for (const seed of this.seeds) {
        if (seed.up !== undefined || seed.mouldy !== undefined) continue;
        if (turns && seed.diesInFreezer) seed.comes = false;
        seed.rot += hazard;
        if (seed.rot >= seed.bears) {
          seed.mouldy = this.day;
          continue;
        }
        const need = seed.needs[seed.season];
        if (need) {
          seed.earned += given[need.kind];
          while (seed.needs[seed.season] && seed.earned >= (seed.needs[seed.season] as Need).days) {
            seed.season += 1;
            seed.earned = 0;
          }
          continue;
        }
        seed.warmth += warmth;
        if (seed.comes && seed.warmth >= seed.degreeDays) seed.up = this.day;
      }
    }
    this.#bed = medium && { medium, age: days - freshOn };
  }

  /** Seeds up by the end of the day before `day`. */
  up(day = this.day): number {
    return this.seeds.filter((seed) => seed.up !== undefined && seed.up < day).length;
  }

  mouldy(day = this.day): number {
    return this.seeds.filter((seed) => seed.mouldy !== undefined && seed.mouldy < day).length;
  }

  /** Seedlings of those up before `over` that have died in their pots before `day`; what comes off its container is thinned, and does not die. */
  diedInPots(over = Number.POSITIVE_INFINITY, day = this.day): number {
    return this.#kept(over).filter(({ up = 0, separated = up, livesInPot }) => separated + livesInPot < day).length;
  }

  /** Those up that stand beside the one that is kept in their container. */
  beside(): number {
    return this.up() - this.#kept(this.day).length;
  }

  /** Separates what is up and stands together. */
  separate(): void {
    for (const seed of this.seeds) if (seed.up !== undefined) seed.separated ??= this.day;
  }

  /** Plants that grow from those up before `day`; without it, from all that ever come up. */
  plants(day = Number.POSITIVE_INFINITY): number {
    return this.#kept(day).filter(({ establishes }) => establishes).length;
  }

  /** Those up before `day` that are kept: of several in one container the first that was up. */
  #kept(day: number): Seed[] {
    const kept = new Map<number, Seed>();
    for (const [i, seed] of this.seeds.entries()) {
      if (seed.up === undefined || seed.up >= day) continue;
      const container = Math.floor(i / this.#shared);
      const first = kept.get(container)?.up;
      if (first === undefined || seed.up < first) kept.set(container, seed);
    }
    return [...kept.values()];
  }
}

/** What becomes of a seedling: most that die, die young, at a rate that falls by a factor e in twenty days until the fifty-sixth. */
function inItsPot(luck: number, establishes: number): Pick<Seed, 'establishes' | 'livesInPot'> {
  if (luck < establishes) return { establishes: true, livesInPot: Number.POSITIVE_INFINITY };
  const part = Math.log(luck) / Math.log(establishes);
  return { establishes: false, livesInPot: -20 * Math.log(1 - Math.min(1, part) * (1 - Math.exp(-56 / 20))) };
}

function halfAndSpread({ sprouting }: Species): { h50: number; spread: number } {
  const { from, to } = sprouting.days;
  return { h50: Math.sqrt(from * to) * degrees(sprouting.at_C, sprouting), spread: Math.log(to / from) / 2.563 };
}

/** What one seed waits for, in order; what the lot brings along of cold, or of dry months, is taken off the first of each. */
function needsOf(
  { afterRipening, warmFirst, cold }: Species,
  chance: Chance,
  { credit = 0, dry_days = 0, coldLevel }: { credit?: number; dry_days?: number; coldLevel: number },
): Need[] {
  const needs: Need[] = [];
  const winter = (): Need[] =>
    cold.need === 'none' ? [] : [{ kind: 'cold', days: coldLevel * needDraw(cold.days, cold.releasedWithout, chance) }];
  if (afterRipening)
    needs.push({ kind: 'dry', days: Math.max(0, needDraw(afterRipening.days, afterRipening.releasedWithout, chance) - dry_days) });
  if (cold.need !== 'none' && cold.winters === 2) needs.push(...winter());
  if (warmFirst) needs.push({ kind: 'warm', days: needDraw(warmFirst.days, warmFirst.releasedWithout, chance) });
  needs.push(...winter());
  const first = needs.find(({ kind }) => kind === 'cold');
  if (first) first.days = Math.max(0, first.days - credit);
  // What needs nothing is through already.
  while (needs[0]?.days === 0) needs.shift();
  return needs;
}
