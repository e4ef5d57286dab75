import { addDays, daysBetween } from '@chill/core/calendar/dates.ts';
import { jeffreys } from '@chill/core/chance/shares.ts';
import { coldResponseOf } from '@chill/core/chill/effectiveness.ts';
import { placeDays } from '@chill/core/chill/placeDays.ts';
import type { Situation } from '@chill/core/follow/situation.ts';
import { type Projection, project } from '@chill/core/forecast/project.ts';
import { sproutCurve } from '@chill/core/forecast/sproutCurve.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '@chill/core/kinds/responses.ts';
import { fold } from '@chill/core/ledger/fold.ts';
import { sownInstead } from '@chill/core/methods/endings.ts';
import { planFrom, propose, type Request } from '@chill/core/methods/propose.ts';
import type { Answer } from '@chill/core/record/answer.ts';
import { doDue } from '@chill/core/record/doDue.ts';
import { sproutResponse } from '@chill/core/sprout/thermalTime.ts';
import type { Task } from '@chill/core/tasks/task.ts';
import { expectationOf } from '@chill/core/tasks/warmTasks.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { type Chance, chanceFrom, normalDraw } from '@chill/sim/draws.ts';
import { drawTruth, type Lived, LivingSeeds, type Truth } from '@chill/sim/truth.ts';
import { NURSERY, newId, PLACES, someMethod, TODAY } from './nursery.ts';
import { daysLine, type Line, Tally } from './tally.ts';

const DAY_MS = 86_400_000;
/** Places are logged so many times a day, and their loggers read every so many days. */
const LOGS = 8;
const LOGGER_READ_EVERY = 10;
/** Whatever is due, every batch's page is looked at every so many days. */
const LOOKED_AT_EVERY = 5;
/** Seedlings are half-grown after so many days in their pots. */
const HALF_GROWN_DAYS = 24;
/** A batch is followed for no longer than this. */
const LONGEST_DAYS = 420;

/** What a fridge that drifts really has: a mean off its dial, a slow wander, the compressor's swing. */
function drifting(nominal_C: number, chance: Chance): (day: number, hour: number) => number {
  const off = 1.2 * normalDraw(chance) + 0.6;
  const wander = Array.from({ length: LONGEST_DAYS + 10 }, () => 0.35 * normalDraw(chance));
  for (let i = 1; i < wander.length; i++) wander[i] = 0.85 * (wander[i - 1] as number) + (wander[i] as number);
  return (day, hour) => nominal_C + off + (wander[Math.min(wander.length - 1, day)] as number) + 0.6 * Math.sin((2 * Math.PI * hour) / 6);
}

const TALLIES = {
  yields: ['following the due day gives 97 % of the best, in', [0.95, 1]],
  promise: ['plants promised on the batch page, 9 times in 10', [0.88, 0.92]],
  // Few are still at risk by then: a range of whole plants holds them more often than it has to.
  inPots: ['plants promised half-way through the pots, 9 times in 10', [0.88, 1]],
  band: ['the band of sprouting, 8 counts in 10, at every age', [0.77, 0.83]],
  expectNew: ['sprouts expected at the next check, 8 times in 10', [0.77, 0.83]],
  root: ['the first root in the cold, 8 times in 10', [0.77, 0.83]],
  dayOne: ['“hardly any more” on a first day after which three or more came', [0, 0.02]],
  dead: ['a lot of which ten were expected by now and none came: 1 or more expected at the next check', [0, 0.2]],
} as const satisfies Record<string, readonly [string, readonly [number, number]]>;
const OF_SOWN = ['promise', 'inPots', 'band', 'expectNew'] as const;
const ERRORS = {
  firstDays: ['the first sprout, by the plan', 1.5],
  doneDays: ['the day by which 9 in 10 of those to come have', 3],
} as const satisfies Record<string, readonly [string, number]>;

/** Everything that single batches show, gathered. */
type Shown = Record<keyof typeof TALLIES, Tally> & Record<keyof typeof ERRORS, number[]>;

/** Batches looked after day by day by doing what Chill says is due, in places that drift and are read: does what every screen says come true? */
export class Followed {
  readonly #shown = fresh();
  readonly #comesUp: 'warmTowel' | 'sown';

  /** Of batches that come up on a towel, or sown. */
  constructor(comesUp: 'warmTowel' | 'sown' = 'warmTowel') {
    this.#comesUp = comesUp;
  }

  /** Follows the `i`th batch of all. */
  follow(handbook: readonly Species[], i: number): void {
    // Every so many a lot is dead, and counts for nothing but that.
    const dead = i % DEAD_EVERY === DEAD_EVERY - 1;
    const shown = dead ? { ...fresh(), dead: this.#shown.dead } : { ...this.#shown, dead: new Tally() };
    follow(handbook, chanceFrom(20_000 + i), shown, { dead, comesUp: this.#comesUp });
  }

  /** What was counted, to be added up elsewhere. */
  said() {
    const tallies = Object.fromEntries(keysOf(TALLIES).map((key) => [key, this.#shown[key].said])) as Record<
      keyof typeof TALLIES,
      Tally['said']
    >;
    return { tallies, errors: { firstDays: this.#shown.firstDays, doneDays: this.#shown.doneDays } };
  }

  add({ tallies, errors }: ReturnType<Followed['said']>): void {
    for (const key of keysOf(TALLIES)) this.#shown[key].take(tallies[key]);
    for (const key of keysOf(ERRORS)) this.#shown[key].push(...errors[key]);
  }

  lines(): Line[] {
    // What is sown goes through the same cold: only what comes of it is told again.
    const sown = this.#comesUp === 'sown';
    const name = (text: string) => (sown ? `sown: ${text}` : text);
    const tallies = sown ? OF_SOWN : keysOf(TALLIES);
    return [
      ...tallies.map((key) => this.#shown[key].line(name(TALLIES[key][0]), [TALLIES[key][1][0], TALLIES[key][1][1]])),
      ...keysOf(ERRORS).map((key) => daysLine(name(ERRORS[key][0]), this.#shown[key], ERRORS[key][1])),
    ];
  }
}

const DEAD_EVERY = 12;

function fresh(): Shown {
  return {
    yields: new Tally(),
    promise: new Tally(),
    inPots: new Tally(),
    band: new Tally(),
    expectNew: new Tally(),
    root: new Tally(),
    dayOne: new Tally(),
    dead: new Tally(),
    firstDays: [],
    doneDays: [],
  };
}

function keysOf<K extends string>(record: Record<K, unknown>): K[] {
  return Object.keys(record) as K[];
}

function follow(
  handbook: readonly Species[],
  chance: Chance,
  shown: Shown,
  { dead, comesUp }: { dead: boolean; comesUp: 'warmTowel' | 'sown' },
): void {
  for (const key of keysOf(TALLIES)) shown[key].nextLife();
  const species = handbook[Math.floor(chance() * handbook.length)] as Species;
  const tested = 20 + Math.floor(chance() * 30);
  const viable = Math.round(tested * (0.5 + 0.5 * chance()));
  const belief = jeffreys(viable, tested);
  const request: Request = {
    species,
    viable: belief,
    available: 400,
    drySince: addDays(TODAY, -60),
    wish: { plants: 30, confidence: 0.9, timing: { by: 'startOn', date: TODAY } },
    nursery: NURSERY,
    places: PLACES,
    today: TODAY,
  };
  const some = someMethod(request, chance);
  const sown = some && comesUp === 'sown' ? sownInstead(species, some.method) : undefined;
  const proposal = sown ? propose(sown, request) : some;
  if (!proposal || proposal.stages.every(({ kind }) => kind !== comesUp)) return;
  const drawn = drawTruth(species, belief, chance);
  const truth = dead ? { ...drawn, sprouts: 0 } : drawn;
  const plan = planFrom(proposal, { plants: 30, confidence: 0.9, timing: { by: 'startOn', date: TODAY } });
  const lot: Lot = {
    id: newId(),
    code: 'LOT-1',
    speciesId: species.id,
    provenance: { kind: 'collected', place: 'here', on: addDays(TODAY, -60) },
    seeds: 400,
    viability: { kind: 'tested', tested, viable },
  };
  const batch: Batch = { id: newId(), lotId: lot.id, code: 'AAA', speciesId: species.id, madeOn: TODAY, plan, events: [] };
  const air = new Map(
    PLACES.map((place) => [place.id, place.kind === 'fridge' ? drifting(place.nominal_C, chance) : () => place.nominal_C]),
  );
  const fridge = PLACES[0] as (typeof PLACES)[number];
  const seeds = new LivingSeeds(plan.seeds, species, truth, plan.method, chance, { dry_days: 60 });
  const said = plan.stages.reduce((sum, stage) => sum + daysBetween(stage.start, stage.end), 0);
  const bands: { on: string; low: number; high: number }[] = [];
  const promises: { low: number; high: number }[] = [];
  let root: { from: string; to: string; middle: string; open: boolean } | undefined;
  let done: { said: string; left: number; on: string } | undefined;
  let lived = { stage: -1, day: 0 };
  let firstUp: string | undefined;
  let hardly = false;
  const fresh: number[] = [];
  const sinceWarm = () => fold(plan, batch.events).stages[plan.stages.findIndex(({ kind }) => kind === comesUp)]?.startedOn;
  const records: PlaceTemperatures[] = [];
  const situation = (today: string): Situation => ({ species, lot, places: PLACES, nursery: NURSERY, today, temperatures: records });
  let living: (Pick<Lived, 'kind' | 'medium'> & { index: number; placeId: string; nominal_C: number }) | undefined;
  /** One day of what the seeds themselves live. */
  const liveOn = (day: number, today: string) => {
    if (!living) return;
    const { index, kind, medium, placeId, nominal_C } = living;
    if (lived.stage !== index) {
      lived = { stage: index, day: 0 };
      fresh.length = 0;
    }
    const stage = { kind, medium, celsius: air.get(placeId) ?? (() => nominal_C), steady: placeId !== fridge.id };
    liveOneDay(seeds, stage, day, lived.day, fresh);
    lived.day += 1;
    if (seeds.up() > 0) firstUp ??= addDays(today, 1);
  };
  let due = TODAY;
  let over: number | undefined;
  let countedOn = 0;
  let lost = 0;
  let thinned = 0;
  let halfGrown: { low: number; high: number } | undefined;
  for (let day = 0; day < Math.min(LONGEST_DAYS, said + 120); day++) {
    const today = addDays(TODAY, day);
    if (day % LOGGER_READ_EVERY === 0)
      records.splice(0, records.length, ...read(fridge.id, air.get(fridge.id) as (day: number, hour: number) => number, day, species));
    if (day % LOOKED_AT_EVERY !== 2 && today < due) {
      liveOn(day, today);
      continue;
    }
    const now = situation(today);
    const seen = (task: Task, { state, sprouting, treatment }: Projection): Partial<Answer> => {
      const answer: Partial<Answer> = { water_mL: 5 };
      const everUp = state.sprouts.reduce((sum, one) => sum + one.count, 0);
      const left = state.counts.waiting + state.counts.swollen;
      if (task.kind === 'check') {
        countedOn = seeds.day;
        const up = Math.min(left, Math.max(0, seeds.up() - everUp));
        answer.up = up;
        answer.mouldy = Math.min(left - up, Math.max(0, seeds.mouldy() - state.counts.mouldy));
        if (sprouting && left > 0 && everUp === 0 && sprouting.expectedByNow >= 10 && up === 0)
          shown.dead.add(sprouting.expectNew.low >= 1);
        if (sprouting && left > 0) {
          const { low, high } = sprouting.expectNew;
          if (high - low > 1) shown.expectNew.add(up >= low && up <= high);
        }
      }
      // Pots are counted as they are watered: who has died since?
      if (task.tending === 'water' || (task.kind === 'check' && left === 0)) {
        answer.lost = Math.min(state.counts.potted, Math.max(0, seeds.diedInPots(over) - lost));
        lost += answer.lost;
      }
      if (task.tending === 'thin') {
        answer.lost = Math.min(state.counts.potted, Math.max(0, seeds.beside() - thinned));
        thinned += answer.lost;
      }
      if (task.kind === 'move' && treatment?.stage === state.stage) checkYield(batch, now, seeds, truth, treatment.takeOutOn, shown);
      if (task.kind === 'refresh') fresh.push(lived.day);
      if (task.kind === 'lift') seeds.separate();
      return answer;
    };
    const wanted = ({ kind }: Task) => kind !== 'plantOut';
    let projection = project(batch, now);
    for (let guard = 0; guard < 6; guard++) {
      const done = doDue(batch, now, { newId, wanted, seen });
      due = done.tasks.map((task) => task.due).sort()[0] ?? addDays(today, LOOKED_AT_EVERY);
      if (!('events' in done)) break;
      projection = project(batch, now);
    }
    const { state, treatment, sprouting, promised, stages } = projection;
    if (promised && day % 20 === 7) promises.push(promised.now);
    const growing = stages[state.stage];
    if (promised && growing?.kind === 'pot' && growing.started && daysBetween(growing.start, today) >= HALF_GROWN_DAYS)
      halfGrown ??= promised.now;
    if (state.closedOn) break;
    const index = state.stage;
    const kind = stages[index]?.kind;
    // Seeds that come after the rest was last counted and held over are nobody's plants, though they show when the rest would have come.
    if (kind === 'pot' && state.counts.waiting + state.counts.swollen === 0) over ??= countedOn;
    living =
      state.underWay && kind
        ? {
            index,
            kind,
            medium: plan.method.stages[index]?.medium,
            placeId: state.stages[index]?.placeId ?? '',
            nominal_C: stages[index]?.temperature_C ?? 18,
          }
        : undefined;
    if (!root && treatment?.firstRootRange && treatment.firstRoot && kind === 'coldMoist' && day % LOOKED_AT_EVERY === 2)
      root = { ...treatment.firstRootRange, middle: treatment.firstRoot, open: treatment.firstRootRange.to >= treatment.takeOutOn };
    if (sprouting && kind === comesUp) {
      if (!done && expectationOf(sprouting, now.today) === 'hardlyAny') hardly = true;
      if (!done) done = { said: sprouting.allButDone, left: state.counts.waiting + state.counts.swollen, on: today };
      if (day % (2 * LOOKED_AT_EVERY) === 2) {
        const { is } = sproutCurve(sprouting, state.sprouts);
        const ahead = is.low.findIndex((one) => one.day >= sprouting.day + 5);
        const [on, low, high] = [is.low[ahead]?.day, is.low[ahead]?.count, is.high[ahead]?.count];
        if (on !== undefined && low !== undefined && high !== undefined) bands.push({ on: addDays(sprouting.since, on), low, high });
      }
    }
    liveOn(day, today);
  }
  const warm = sinceWarm();
  const upOn = (date: string) => seeds.seeds.filter((seed) => seed.up !== undefined && addDays(TODAY, seed.up) < date).length;
  for (const { on, low, high } of bands) {
    const base = warm ? upOn(warm) : 0;
    const came = upOn(on) - base;
    if (high - low > 1) shown.band.add(came >= low && came <= high);
  }
  const plants = seeds.plants(over);
  if (halfGrown) shown.inPots.add(plants >= halfGrown.low && plants <= halfGrown.high);
  for (const { low, high } of promises) shown.promise.add(plants >= low && plants <= high);
  if (root && warm) {
    // A range that reaches to the day it comes out has no end: nobody looks for roots in the cold after that.
    const inCold = firstUp !== undefined && firstUp <= warm;
    shown.root.add(inCold ? (firstUp as string) >= root.from && (root.open || (firstUp as string) <= root.to) : root.open);
  }
  if (warm && firstUp && firstUp > warm)
    shown.firstDays.push(
      daysBetween(
        firstUp,
        addDays(proposal.dates.firstSprouts, daysBetween(proposal.stages.find(({ kind }) => kind === comesUp)?.start as string, warm)),
      ),
    );
  if (done && warm) {
    const after = seeds.seeds
      .filter((seed) => seed.up !== undefined && addDays(TODAY, seed.up) >= (done as { on: string }).on)
      .map((seed) => seed.up as number);
    shown.dayOne.add(hardly && after.length >= 3);
    if (after.length >= 3) {
      after.sort((a, b) => a - b);
      const nine = addDays(TODAY, (after[Math.ceil(0.9 * after.length) - 1] as number) + 1);
      shown.doneDays.push(daysBetween(nine, done.said));
    }
  }
}

/** Readings of a place so far, as its logger would have them. */
function read(placeId: string, air: (day: number, hour: number) => number, days: number, species: Species): PlaceTemperatures[] {
  const start = Date.parse(`${TODAY}T00:00:00Z`);
  const count = days * LOGS;
  const readings = {
    at_ms: Float64Array.from({ length: count }, (_, i) => start + (i * DAY_MS) / LOGS),
    celsius: Float64Array.from({ length: count }, (_, i) => air(Math.floor(i / LOGS), ((i % LOGS) * 24) / LOGS)),
  };
  const place = PLACES.find(({ id }) => id === placeId) as (typeof PLACES)[number];
  const responses = [COLD_RESPONSE, WARM_RESPONSE, coldResponseOf(species), sproutResponse(species.sprouting)];
  const record = placeDays(place, readings, responses, NURSERY.timeZone);
  return record ? [record] : [];
}

/** Lets the seeds live one day of a stage that has gone on for `since` days already. */
function liveOneDay(seeds: LivingSeeds, stage: Omit<Lived, 'days'>, day: number, since: number, fresh: readonly number[]): void {
  const freshOn = fresh.at(-1);
  seeds.live({ ...stage, days: 1, celsius: (_, hour) => stage.celsius(day, hour), ...(freshOn === since && { fresh: [0] }) });
}

/** What ending the cold on its due day gives, by the truth, against the best day of all. */
function checkYield(batch: Batch, now: Situation, seeds: LivingSeeds, truth: Truth, due: string, shown: Shown): void {
  const projection = project(batch, now);
  const treatment = projection.treatment;
  const medium = treatment?.treatment?.rot.medium;
  if (!treatment || !medium || treatment.stage !== projection.state.stage || seeds.seeds.length === 0) return;
  const { curve, days } = treatment;
  const yields = curve.released.map((released, day) => released * Math.exp(-truth.rot[medium] * (curve.exposed[day] as number)));
  const best = Math.max(...yields);
  const taken = yields[Math.min(yields.length - 1, Math.max(days, daysBetween(treatment.since, due)))] as number;
  shown.yields.add(taken >= 0.97 * best);
}
