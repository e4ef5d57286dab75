import { addDays } from '@chill/core/calendar/dates.ts';
import { jeffreys } from '@chill/core/chance/shares.ts';
import { requirementsOf } from '@chill/core/chill/requirement.ts';
import type { Situation } from '@chill/core/follow/situation.ts';
import { project } from '@chill/core/forecast/project.ts';
import { STAGES } from '@chill/core/kinds/stages.ts';
import type { Proposal } from '@chill/core/methods/proposal.ts';
import { planFrom } from '@chill/core/methods/propose.ts';
import type { LotView } from '@chill/core/nursery/reader.ts';
import { learnSpecies } from '@chill/core/results/learned.ts';
import { outcomeOf } from '@chill/core/results/outcome.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, Move } from '@chill/model/event.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Outcome } from '@chill/model/outcome.ts';
import type { Species } from '@chill/model/species.ts';
import { betaDraw, type Chance, chanceFrom, normalDraw } from '@chill/sim/draws.ts';
import { drawTruth, LivingSeeds, type Truth } from '@chill/sim/truth.ts';
import { NURSERY, newId, PLACES, someMethod, TODAY } from './nursery.ts';
import { type Line, Tally } from './tally.ts';

/** What is true of one nursery otherwise than the handbook and tests have it: factors. */
interface Hidden {
  cold?: number;
  viable?: number;
  times?: number;
}

/** How far nurseries differ in the cold that a species needs, the logarithm's standard deviation. */
const COLD_LEVEL_SPREAD = 0.3;
const MOST_BATCHES = 9;
/** Batches are taken out of the cold after parts of the planned time between these. */
const TAKEN_OUT = { from: 0.75, to: 1.2 };
const LOOKED_AT_EVERY = 4;
const SOME_SEEDS = { least: 40, most: 160 };
const TESTED = 30;

/** Everything that one to nine batches of a species teach, by truths drawn from the priors or hidden: do the ranges hold? */
export class LearnedRanges {
  readonly cold = new Tally();
  readonly speed = new Tally();
  readonly sprouts = new Tally();

  /** Grows one nursery's batches and asks what they teach. */
  grow(handbook: readonly Species[], i: number, hidden: Hidden = {}): void {
    const chance = chanceFrom(400_000 + i);
    const species = handbook[Math.floor(chance() * handbook.length)] as Species;
    const { cold } = requirementsOf(species);
    const belief = jeffreys(Math.round(TESTED * (0.4 + 0.6 * chance())), TESTED);
    const wish = { plants: 30, confidence: 0.9, timing: { by: 'startOn', date: TODAY } } as const;
    const request = {
      species,
      viable: belief,
      available: 5000,
      drySince: addDays(TODAY, -60),
      wish,
      nursery: NURSERY,
      places: PLACES,
      today: TODAY,
    };
    const proposal = someMethod(request, chance);
    if (!cold || !proposal?.stages.some(({ kind }) => kind === 'warmTowel')) return;
    const drawn = drawTruth(species, belief, chance);
    const truth: Truth = {
      ...drawn,
      coldLevel: hidden.cold ?? Math.exp(COLD_LEVEL_SPREAD * normalDraw(chance)),
      timeScale: hidden.times ?? drawn.timeScale,
    };
    const batches = 1 + Math.floor(MOST_BATCHES * chance());
    const outcomes = Array.from({ length: batches }, () => {
      const tested = Math.round(TESTED * (0.4 + 0.6 * chance()));
      const { alpha, beta } = jeffreys(tested, TESTED);
      const viable = (hidden.viable ?? 1) * betaDraw(alpha, beta, chance);
      return grown(species, { ...proposal }, { ...truth, viable }, tested, chance);
    });
    const learned = learnSpecies(species, outcomes);
    const within = (value: number, low: number | undefined, high: number | undefined) =>
      low !== undefined && high !== undefined && low <= value && value <= high;
    if (learned.cold) {
      const half = Math.exp(cold.logMedian) * truth.coldLevel;
      this.cold.add(within(half, learned.cold.low.from, learned.cold.high.from));
    }
    if (learned.speed)
      this.speed.add(within(species.sprouting.days.from * truth.timeScale, learned.speed.low.from, learned.speed.high.from));
    if (learned.sprouts) this.sprouts.add(within(truth.sprouts, learned.sprouts.low, learned.sprouts.high));
  }
}

/** The lines of the table, for truths drawn from the priors and for each hidden one. */
export function learnedRanges(handbook: readonly Species[], count: number): Line[] {
  const HIDDEN: [string, Hidden][] = [
    ['', {}],
    [', needing 25 % more cold', { cold: 1.25 }],
    [', 20 % fewer viable than tested', { viable: 0.8 }],
    [', half as slow again', { times: 1.5 }],
  ];
  return HIDDEN.flatMap(([said, hidden]) => {
    const ranges = new LearnedRanges();
    for (let i = 0; i < count; i++) ranges.grow(handbook, i, hidden);
    const goal: [number, number] = [0.85, 0.95];
    return [
      ranges.cold.line(`learned: the cold needed, 9 times in 10${said}`, goal),
      ranges.speed.line(`learned: how fast it sprouts, 9 times in 10${said}`, goal),
      ranges.sprouts.line(`learned: the share that sprouts, 9 times in 10${said}`, goal),
    ];
  });
}

/** One batch, grown to its end: treated as planned but for a cold cut short or drawn out, looked at every few days, closed. */
function grown(species: Species, proposal: Proposal, truth: Truth, viable: number, chance: Chance): Outcome {
  const seeds = SOME_SEEDS.least + Math.floor((SOME_SEEDS.most - SOME_SEEDS.least) * chance());
  const part = TAKEN_OUT.from + (TAKEN_OUT.to - TAKEN_OUT.from) * chance();
  const plan = planFrom(proposal, { plants: 30, confidence: 0.9, timing: { by: 'startOn', date: TODAY } }, seeds);
  const lot: Lot = {
    ...{ id: newId(), code: 'LOT-1', speciesId: species.id, seeds: 400 },
    provenance: { kind: 'collected', place: 'here', on: addDays(TODAY, -60) },
    viability: { kind: 'tested', tested: TESTED, viable },
  };
  const batch: Batch = { id: newId(), lotId: lot.id, code: 'AAA', speciesId: species.id, madeOn: TODAY, plan, events: [] };
  const living = new LivingSeeds(seeds, species, truth, plan.method, chance, { dry_days: 60 });
  let day = 0;
  const put = (event: object) =>
    batch.events.push({
      ...{ id: newId(), on: addDays(TODAY, day), batchId: batch.id, version: batch.events.length + 1 },
      ...{ recordedAt: `${addDays(TODAY, day)}T12:00:00Z`, ...event },
    } as LedgerEvent);
  let [up, mouldy] = [0, 0];
  const look = () => {
    const moves: Move[] = [];
    const [newlyUp, newlyMouldy] = [living.up() - up, living.mouldy() - mouldy];
    [up, mouldy] = [up + newlyUp, mouldy + newlyMouldy];
    if (newlyUp > 0) moves.push({ from: 'waiting', to: 'sprouted', count: newlyUp });
    if (newlyMouldy > 0) moves.push({ from: 'waiting', to: 'mouldy', count: newlyMouldy });
    put({ kind: 'checked', moves });
  };
  for (const [stage, { kind, start, end, temperature_C, placeId }] of plan.stages.entries()) {
    const planned = Math.round((Date.parse(end) - Date.parse(start)) / 86_400_000);
    put({ kind: 'stageStarted', stage, placeId: placeId ?? PLACES[0]?.id });
    const warm = kind === 'warmTowel';
    const days = warm ? longEnough(species, temperature_C) : STAGES[kind].earns === 'cold' ? Math.round(planned * part) : planned;
    const every = STAGES[kind].course === 'waits' || warm ? LOOKED_AT_EVERY : days;
    for (let done = 0; done < days; done += every) {
      const step = Math.min(every, days - done);
      living.live({ kind, medium: plan.method.stages[stage]?.medium, days: step, celsius: () => temperature_C, steady: true });
      day += step;
      if (STAGES[kind].course === 'waits' || warm) look();
    }
    if (warm) break;
    put({ kind: 'stageFinished', stage, moves: [] });
  }
  put({ kind: 'closed' });
  const today = addDays(TODAY, day);
  const situation: Situation = { species, lot, places: PLACES, nursery: NURSERY, today };
  const view = { ...lot, state: { viability: lot.viability } } as unknown as LotView;
  return outcomeOf({ batch, species, lot: view, projection: project(batch, situation), tasks: [] }, today);
}

/** As long as a grower who knows no better waits: twice what the handbook says nine in ten take. */
function longEnough({ sprouting }: Species, temperature_C: number): number {
  const { base_C, at_C, days } = sprouting;
  return Math.ceil((2 * days.to * (at_C - base_C)) / Math.max(3, temperature_C - base_C));
}
