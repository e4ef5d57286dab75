import { SALLOW_GAP as nursery } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import type { Medium } from '@chill/model/stage.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { releasedShare, requirementsOf } from '../chill/requirement.ts';
import { startingPlaces } from '../kinds/places.ts';
import { accept } from '../ledger/accept.ts';
import { asPlannedNow, decidedNext } from '../ledger/planInForce.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';
import { expectedSurvival, rotExposure } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import { thermalTime } from '../sprout/thermalTime.ts';
import { checkEvery } from '../treat/intervals.ts';
import { givenUp, recordAfterAll } from './afterAll.ts';
import { recordCure, recordCutOpen } from './amend.ts';
import { recordAnswer, usualAnswer } from './answer.ts';
import { PRICES } from './choiceBoard.ts';
import type { Cure } from './cures.ts';
import { describeEvent } from './describe.ts';
import { nextCheck } from './nextCheck.ts';
import { project } from './project.ts';
import { recordFinish, recordWait } from './record.ts';
import { recordSayings } from './sayings.ts';
import type { Situation } from './situation.ts';
import { tasksFor } from './tasks.ts';
import { firstTenthDue, type WaitOrStop, waitOrStop } from './waitOrStop.ts';
import { wrongLightWords } from './wrongPlace.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
let serial = 0;
const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;
const places = startingPlaces(newId);
const placeOf = (kind: Place['kind']) => places.find((one) => one.kind === kind)?.id as string;
const START = '2026-11-01';
const SEEDS = 60;
const lot = {
  soundness: { kind: 'tested', tested: 20, sound: 15 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
} as const;
const situation = (species: Species, today: string): Situation => ({
  species,
  lot,
  places,
  nursery: { ...nursery, timeZone: 'UTC' },
  today,
});

/** A batch on the warm towel since the day that it is due there, or after a part of its cold only. */
function onTowel(species: Species, part = 1): Batch {
  const method = methodsToWeigh(species).methods.find(({ method }) => method.stages.some(({ kind }) => kind === 'warmTowel'))?.method;
  if (!method) throw new Error(`${species.id} has no towel.`);
  const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
  const request = { species, viable: { alpha: 15.5, beta: 5.5 }, available: SEEDS, wish, nursery, places, today: START };
  const plan = planFrom(propose(method, request), wish, SEEDS);
  const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: species.id, madeOn: START, plan, events: [] };
  const warm = plan.stages.findIndex(({ kind }) => kind === 'warmTowel');
  const cold = plan.stages[warm - 1] as Batch['plan']['stages'][number];
  const shift = (on: string, kind: string) =>
    kind === 'warmTowel' ? addDays(on, -Math.round((1 - part) * daysBetween(cold.start, cold.end))) : on;
  for (const [stage, { kind, start, placeId }] of plan.stages.slice(0, warm + 1).entries()) {
    put(batch, { id: newId(), on: shift(start, kind), kind: 'stageStarted', stage, placeId: placeId ?? placeOf('bench') });
    const next = plan.stages[stage + 1];
    if (stage < warm && next) put(batch, { id: newId(), on: shift(next.start, next.kind), kind: 'stageFinished', stage, moves: [] });
  }
  return batch;
}

function put(batch: Batch, event: NewEvent): void {
  expect(accept(batch, [event], event.on)).toMatchObject({ ok: true });
  batch.events.push({ ...event, batchId: batch.id, version: batch.events.length + 1, recordedAt: `${event.on}T12:00:00Z` } as LedgerEvent);
}

const warmSince = (batch: Batch) => batch.events.at(-1)?.on as string;
const count = (batch: Batch, on: string, up: number) =>
  put(batch, { id: newId(), on, kind: 'checked', moves: up > 0 ? [{ from: 'waiting', to: 'sprouted', count: up }] : [] });
const read = (batch: Batch, species: Species, today: string) => {
  const now = asPlannedNow({ ...batch, events: [...batch.events] });
  const projection = project(now, situation(species, today));
  return { now, projection, advice: waitOrStop(now, projection, situation(species, today)) as WaitOrStop };
};
const choice = ({ choices }: WaitOrStop, kind: string) => choices.find((one) => one.kind === kind);

const camas = of('camassia-quamash');
const larch = of('larix-occidentalis');
const towels = handbook.filter(
  (species) => species.cold.need !== 'none' && species.ways.some(({ stages }) => stages.some(({ kind }) => kind === 'warmTowel')),
);

describe('wait or stop', () => {
  test('a lot that is dead is called within 1.3 times the days by which nine tenths were due', () => {
    const late = towels
      .filter((_, i) => i % 3 === 0)
      .flatMap((species) => {
        const batch = onTowel(species);
        const since = warmSince(batch);
        const { outlook } = read(batch, species, since).projection.sprouting ?? {};
        const by = outlook?.course.dayOf(outlook.before.warmthFor(0.9) as number);
        // Too warm for it there: the plan says so.
        if (!by) return [];
        const due = daysBetween(since, by);
        const on = addDays(since, Math.ceil(1.3 * due));
        for (const part of [0.3, 0.6, 0.9]) count(batch, addDays(since, Math.ceil(part * due)), 0);
        count(batch, on, 0);
        const { advice } = read(batch, species, on);
        return advice.choices[0]?.kind === 'wait' ? [`${species.id}: ${advice.choices[0].more.expected.toFixed(2)}`] : [];
      });
    expect(late).toEqual([]);
  });

  test('while those that will come are still due, waiting is best, and what is still to come falls as they come', () => {
    const batch = onTowel(larch);
    const since = warmSince(batch);
    const on = firstTenthDue(read(batch, larch, since).projection.sprouting as never) as string;
    count(batch, on, 4);
    const { advice } = read(batch, larch, on);
    expect(advice.choices[0]?.kind).toBe('wait');
    expect(advice.left).toBe(SEEDS - 4);
    expect(advice.until?.on && advice.until.on > on).toBe(true);
    count(batch, addDays(on, 3), 12);
    expect(read(batch, larch, addDays(on, 3)).advice.left).toBe(SEEDS - 16);
  });

  test('waiting that is chosen here puts off the question of stopping, and not the counting', () => {
    const batch = onTowel(larch);
    const on = addDays(warmSince(batch), 40);
    count(batch, on, 9);
    const due = (kind: string) => {
      const { now, projection } = read(batch, larch, on);
      return tasksFor(now, projection, situation(larch, on)).find((one) => one.kind === kind)?.due as string;
    };
    const check = due('check');
    const made = recordWait(30, on, newId, true);
    put(batch, ('events' in made ? made.events[0] : undefined) as NewEvent);
    expect(due('check')).toBe(check);
    expect(due('finish') >= addDays(on, 30)).toBe(true);
  });

  test('a second cold is as long as its worth says: each length tried by itself gives no better one', () => {
    for (const species of [larch, camas, of('amelanchier-alnifolia')]) {
      const batch = onTowel(species, 0.6);
      const on = addDays(warmSince(batch), 30);
      count(batch, on, 5);
      const { projection, advice } = read(batch, species, on);
      const cold = choice(advice, 'secondCold')?.cure;
      expect(cold).toBeDefined();
      if (!cold) return;
      const { belief, left } = projection.sprouting?.outlook ?? ({} as never);
      const weights = belief.weights();
      const medium = cold.method[0]?.medium as Medium;
      // Another length, by the same means but for what more of cold releases and rots: read off a plan that is made so long.
      const worth = (days: number) => {
        const means = { ...cold.means, ...lengthened(species, projection, cold, days) };
        const chance = belief.otherwise(means, Math.max(belief.seen, projection.sprouting?.outlook.course.on(on) as number));
        const comes = left * species.pot.establishes * chance.reduce((sum, one, i) => sum + one * (weights[i] as number), 0);
        const after = cold.delay_days - (cold.days as number);
        const looks = (of: number) => 2 * Math.floor(of / checkEvery(medium, 4).usual);
        const minutes = cold.minutes - looks(cold.days as number) + looks(days);
        return comes * 0.5 ** ((days + after) / PRICES.halfWorth_days) - minutes / PRICES.plant_min - (days + after) / PRICES.plant_days;
      };
      const lengths = Array.from({ length: 120 }, (_, i) => 7 + i);
      const best = lengths.reduce((a, b) => (worth(b) > worth(a) + 1e-9 ? b : a));
      expect(`${species.id} ${cold.days}`).toBe(`${species.id} ${best}`);
    }
  });

  test('its first advice is worth 95 % or more of the best that every day of waiting and every cure, tried one by one, could be', () => {
    const plantsOf = (comes: number, days: number, minutes: number, room: number) =>
      comes * 0.5 ** (days / PRICES.halfWorth_days) - minutes / PRICES.plant_min - room / PRICES.plant_days;
    for (const species of [larch, camas, of('amelanchier-alnifolia')])
      for (const [part, day, up] of [
        [1, 10, 0],
        [0.6, 25, 6],
        [1, 30, 30],
        [0.8, 45, 2],
      ] as const) {
        const batch = onTowel(species, part);
        const on = addDays(warmSince(batch), day);
        count(batch, on, up);
        const { projection, advice } = read(batch, species, on);
        const { belief, course, left } = projection.sprouting?.outlook ?? ({} as never);
        const seen = Math.max(belief.seen, course.on(on));
        const cures = advice.choices.flatMap(({ cure }) => cure ?? []);
        const every = (projection.sprouting?.halfway_days ?? 0) <= 8 ? 1 : 2;
        const plants = left * species.pot.establishes;
        const cured = (at: number, after: Float64Array | undefined, days: number) =>
          cures.map(({ kind, means, delay_days, minutes, room }) => {
            const chance = belief.otherwise(means, at).map((one, i) => one * (1 - (after?.[i] ?? 0)));
            return { kind: kind as string, worth: plantsOf(plants * belief.mean(chance), days + delay_days, minutes, room?.days ?? 0) };
          });
        const waits = Array.from({ length: 120 }, (_, i) => {
          const warmth = course.on(addDays(on, i + 1));
          const comes = belief.waiting(warmth);
          const follow = Math.max(0, ...cured(warmth, comes, i + 1).map(({ worth }) => worth));
          return plantsOf(plants * belief.mean(comes), i + 1, 2 * Math.ceil((i + 1) / every), i + 1) + follow;
        });
        const all = [{ kind: 'stop', worth: 0 }, { kind: 'wait', worth: Math.max(...waits) }, ...cured(seen, undefined, 0)];
        const best = Math.max(...all.map(({ worth }) => worth));
        const first = advice.choices.find(({ kind }) => kind !== 'cut');
        const worth = all.find(({ kind }) => kind === first?.kind)?.worth ?? Number.NEGATIVE_INFINITY;
        // Less than half a plant is nobody's to fight over.
        expect(`${species.id} ${day}: ${worth >= Math.min(0.95 * best, best - 0.5)}`).toBe(`${species.id} ${day}: true`);
      }
  });

  test('short cold makes a second one worth it; after enough of it there is nothing to release', () => {
    const [short, whole] = [0.6, 1].map((part) => {
      const batch = onTowel(camas, part);
      const on = addDays(warmSince(batch), 30);
      count(batch, on, 3);
      return choice(read(batch, camas, on).advice, 'secondCold')?.cure?.means.extra as number;
    });
    expect(short).toBeGreaterThan(2 * (whole as number));
  });

  test('what cutting shows counts: all of five empty calls the rest dead, all of five firm keeps them', () => {
    const chance = (viable: number) => {
      const batch = onTowel(camas);
      const on = addDays(warmSince(batch), 12);
      count(batch, on, 2);
      const { projection } = read(batch, camas, on);
      const cut = recordCutOpen(5, viable, projection.state, on, newId);
      if ('reason' in cut) throw new Error(asRead(cut.reason));
      put(batch, cut.events[0] as NewEvent);
      expect(describeEvent(cut.events[0] as NewEvent, batch)).toBe(`5 cut open, ${viable} viable`);
      return read(batch, camas, on).advice.each;
    };
    expect(chance(0)).toBeLessThan(0.75 * chance(5));
  });

  test.each([
    [0, 0, /number above 0/],
    [90, 0, /Only 60 have not germinated; 90 cannot be cut/],
    [5, 6, /0 to 5/],
  ])('%i cut, %i viable is refused with what would be right', (cut, viable, says) => {
    const state = read(onTowel(camas), camas, '2027-06-01').projection.state;
    const made = recordCutOpen(cut, viable, state, '2027-06-01', newId);
    expect('reason' in made && asRead(made.reason)).toMatch(says);
  });
});

describe('the next check', () => {
  test('is hours away for big seed that moves, a day or more for small, a week for what is slow or over', () => {
    const hours = (species: Species, day: number, up: number) => {
      const batch = onTowel(species);
      const on = addDays(warmSince(batch), day);
      count(batch, on, up);
      return nextCheck(read(batch, species, on).projection.sprouting as never, species, on).hours;
    };
    // A root that grows a millimetre a degree-day, as an acorn's does.
    const lupine = { ...of('lupinus-sericeus'), rootGrowth_mmPerDegreeDay: 1 };
    expect(hours(lupine, 5, 15)).toBeLessThanOrEqual(12);
    expect(hours(larch, 1, 0)).toBeGreaterThanOrEqual(24);
    expect(hours(larch, 60, 30)).toBe(168);
  });
  test('says how many roots are too long at the one after it, and how likely that is', () => {
    const batch = onTowel(larch);
    const on = firstTenthDue(read(batch, larch, warmSince(batch)).projection.sprouting as never) as string;
    count(batch, on, 6);
    const { orElse, hours } = nextCheck(read(batch, larch, on).projection.sprouting as never, larch, on);
    expect(orElse?.hours).toBeGreaterThan(hours);
    expect(orElse?.roots).toBeGreaterThanOrEqual(1);
    expect(orElse?.chance).toBeGreaterThanOrEqual(0.3);
    const own = { ...larch, rootGrowth_mmPerDegreeDay: 0.01 };
    expect(nextCheck(read(batch, larch, on).projection.sprouting as never, own, on).hours).toBe(168);
  });
});

/** What a second cold of so many days releases more, and what lives through it, by a curve of its own. */
function lengthened(species: Species, projection: ReturnType<typeof project>, { means, method, days: was = 0 }: Cure, days: number) {
  const medium = method[0]?.medium as Medium;
  const rate = thermalTime(species.sprouting).rate(4);
  const earned = projection.treatment?.earned as number;
  const needs = requirementsOf(species).cold as NonNullable<ReturnType<typeof requirementsOf>['cold']>;
  const had = releasedShare(earned, needs);
  const now = projection.sprouting?.outlook.course.parts.reduce((sum, { part }) => sum + part, 0) as number;
  return {
    warmth: means.warmth + (days - was) * rate,
    extraWarmth: means.extraWarmth + ((days - was) / 2) * rate,
    extra: (now / had) * (releasedShare(earned + days, needs) - had),
    survives: expectedSurvival(rotExposure(0, days, { medium, temperature_C: 4 }), ROT_PRIOR.shape),
  };
}

describe('a place that a seed is about to be laid in', () => {
  test.each([
    ['needs light', 'dark', /needs light to germinate, and Mat is dark/],
    ['wants dark', 'lit', /germinates in the dark, and Mat has light/],
    ['needs light', undefined, undefined],
    ['indifferent', 'dark', undefined],
  ] as const)('%s, on a mat that is %s', (light, mat, says) => {
    const said = wrongLightWords({ light }, { name: 'Mat', light: mat });
    if (says) expect(asRead(said as never)).toMatch(says);
    else expect(said).toBeUndefined();
  });
});

describe('what was given up on', () => {
  test('can come after all: a closed batch is opened again, its pots begin, and every seed is accounted for', () => {
    const batch = onTowel(camas);
    const on = addDays(warmSince(batch), 40);
    count(batch, on, 0);
    const { now, projection } = read(batch, camas, on);
    expect(givenUp(projection.state, now.plan.stages)).toBe(0);
    const stopped = recordFinish(now, projection.state, 'lost', situation(camas, on), on, newId);
    for (const event of 'events' in stopped ? stopped.events : []) put(batch, event);
    const closed = read(batch, camas, on);
    expect(closed.projection.state.closedOn).toBe(on);
    expect(givenUp(closed.projection.state, closed.now.plan.stages)).toBe(SEEDS);
    const record = (many: number) => recordAfterAll(closed.now, closed.projection.state, many, situation(camas, on), on, newId);
    const tooMany = record(SEEDS + 1);
    expect('reason' in tooMany && asRead(tooMany.reason)).toBe('Only 60 were given up on; 61 cannot have come.');
    // Said in a line, it is the same.
    const line = recordSayings(closed.now, [{ kind: 'count', verb: 'up', count: 2 }], situation(camas, on), on, newId);
    const came = record(2);
    const kinds = (made: typeof came) => ('events' in made ? made.events.map(({ kind }) => kind) : []);
    expect(kinds(line)).toEqual(kinds(came));
    for (const event of 'events' in came ? came.events : []) put(batch, event);
    const { state, stages } = read(batch, camas, on).projection;
    expect(state.closedOn).toBeUndefined();
    expect(state.counts).toMatchObject({ potted: 2, discarded: SEEDS - 2 });
    expect(stages[state.stage]?.kind).toBe('pot');
    expect(state.underWay).toBe(true);
  });
});

describe('a plan that goes on otherwise', () => {
  const stalled = () => {
    const batch = onTowel(camas, 0.6);
    const on = addDays(warmSince(batch), 30);
    count(batch, on, 3);
    return { batch, on };
  };
  const amend = (batch: Batch, on: string) => {
    const { projection, advice } = read(batch, camas, on);
    const cure = choice(advice, 'secondCold')?.cure;
    const made = cure && recordCure(cure, projection.state, on, newId);
    if (!cure || !made || 'reason' in made) throw new Error('No second cold.');
    put(batch, made.events[0] as NewEvent);
    return cure;
  };

  test('is due for the move at once, goes on where the first cold left off, and keeps what it was decided to take', () => {
    const { batch, on } = stalled();
    const was = read(batch, camas, on).projection;
    const cure = amend(batch, on);
    const { now, projection } = read(batch, camas, on);
    expect(now.plan.made?.stages).toEqual(batch.plan.stages);
    expect(decidedNext(projection.state)).toMatchObject({ why: 'secondCold', on });
    const tasks = tasksFor(now, projection, situation(camas, on));
    const move = tasks.find(({ kind }) => kind === 'move');
    expect(move).toMatchObject({ due: on, toPlaceId: placeOf('fridge') });
    if (!move) return;
    const moved = recordAnswer(move, usualAnswer(move, projection.state), now, projection.state, situation(camas, on), newId);
    for (const event of 'events' in moved ? moved.events : []) put(batch, event);
    const later = read(batch, camas, addDays(on, 5)).projection;
    const cold = later.stages[later.state.stage];
    expect(cold?.kind).toBe('coldMoist');
    expect(daysBetween(on, cold?.end as string)).toBe(cure.days);
    // Five days of it come on top of the first cold.
    expect((later.treatment?.earned as number) - (was.treatment?.earned as number)).toBeCloseTo(5, 0);
    expect(later.treatment?.releasedNow).toBeGreaterThanOrEqual(was.treatment?.releasedNow as number);
  });

  test('forecasts, once it has gone as planned, what the choice said it would bring', () => {
    const { batch, on } = stalled();
    const said = choice(read(batch, camas, on).advice, 'secondCold')?.cure;
    amend(batch, on);
    const goOn = (day: string) => {
      const { now, projection } = read(batch, camas, day);
      const move = tasksFor(now, projection, situation(camas, day)).find(({ kind }) => kind === 'move');
      const made = move && recordAnswer(move, usualAnswer(move, projection.state), now, projection.state, situation(camas, day), newId);
      for (const event of made && 'events' in made ? made.events : []) put(batch, event);
    };
    const { projection: then } = read(batch, camas, on);
    const before = read(batch, camas, on).projection.state.counts;
    goOn(on);
    const back = addDays(on, said?.days as number);
    goOn(back);
    const { projection, advice } = read(batch, camas, back);
    expect(projection.state.counts).toEqual(before);
    expect(projection.stages.length).toBe(then.stages.length);
    // None was found mouldy: what the choice had put down to rot is still there.
    const survives = said?.means.survives as number;
    const { belief, left } = projection.sprouting?.outlook ?? ({} as never);
    const promised = ((said && choiceBefore(said)) as number) / survives;
    const by = projection.sprouting?.outlook.course.on(addDays(back, (said?.delay_days as number) - (said?.days as number)));
    const comes = left * belief.chance(by) * camas.pot.establishes;
    expect(comes / promised).toBeGreaterThan(0.85);
    expect(comes / promised).toBeLessThan(1.15);
    expect(advice.left).toBe(left);

    function choiceBefore(cure: NonNullable<typeof said>): number {
      const { outlook } = read({ ...batch, events: batch.events.slice(0, -5) }, camas, on).projection.sprouting ?? ({} as never);
      const weights = outlook.belief.weights();
      const chances = outlook.belief.otherwise(cure.means, outlook.course.on(on));
      return outlook.left * camas.pot.establishes * chances.reduce((sum, one, i) => sum + one * (weights[i] as number), 0);
    }
  });

  test('a pot held over stands through another winter, comes back on the round in spring, and its second spring is forecast', () => {
    const { batch, on } = stalled();
    const { projection, advice } = read(batch, camas, on);
    const cure = choice(advice, 'holdOver')?.cure as Cure;
    const made = recordCure(cure, projection.state, on, newId);
    put(batch, ('events' in made ? made.events[0] : undefined) as NewEvent);
    const goOn = (day: string) => {
      const { now, projection } = read(batch, camas, day);
      const move = tasksFor(now, projection, situation(camas, day)).find(({ kind }) => kind === 'move');
      const moved = move && recordAnswer(move, usualAnswer(move, projection.state), now, projection.state, situation(camas, day), newId);
      for (const event of moved && 'events' in moved ? moved.events : []) put(batch, event);
      return move?.due;
    };
    goOn(on);
    const outside = read(batch, camas, addDays(on, 10));
    const winter = outside.projection.stages[outside.projection.state.stage];
    expect(winter).toMatchObject({ kind: 'outdoorWinter', medium: 'ownPot' });
    const spring = winter?.end as string;
    // A whole winter lies between, whatever was left of this one.
    expect(daysBetween(on, spring)).toBe(cure.days ?? daysBetween(on, cure.stages[0]?.end as string));
    expect(daysBetween(on, spring)).toBeGreaterThan(200);
    expect(goOn(spring)).toBe(spring);
    const { projection: then } = read(batch, camas, addDays(spring, 1));
    expect(then.stages[then.state.stage]?.kind).toBe('pot');
    expect(then.sprouting?.stage).toBe(then.state.stage);
    expect(then.sprouting?.more.high).toBeGreaterThan(0);
  });

  test('undone, restores every date; later entries first', () => {
    const { batch, on } = stalled();
    const was = read(batch, camas, on).projection;
    amend(batch, on);
    const amendment = batch.events.at(-1)?.id as string;
    const undo = { id: newId(), on, kind: 'reversed', reverses: amendment } as const;
    const started: NewEvent = { id: newId(), on, kind: 'stageFinished', stage: was.state.stage, moves: [] };
    const begun = { id: newId(), on, kind: 'stageStarted', stage: was.state.stage + 1, placeId: placeOf('fridge') } as const;
    expect(accept(batch, [started, begun], on).ok).toBe(true);
    put(batch, undo);
    const { stages, plantOut, promised } = read(batch, camas, on).projection;
    expect({ stages, plantOut, promised: promised?.now }).toEqual({
      stages: was.stages,
      plantOut: was.plantOut,
      promised: was.promised?.now,
    });
  });

  test('cannot change what has begun, nor leave a stage out', () => {
    const { batch, on } = stalled();
    const cure = amend(batch, on);
    const { projection } = read(batch, camas, on);
    for (const from of [projection.state.stage, projection.state.stage + 2]) {
      const event = { id: newId(), on, kind: 'amended', why: 'secondCold', from, method: cure.method, stages: cure.stages } as const;
      const verdict = accept(batch, [event], on);
      expect('reason' in verdict && asRead(verdict.reason)).toMatch(/Only stages that have not begun/);
    }
  });
});
