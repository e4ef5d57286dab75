import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { NewEvent } from '@chill/model/event.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { Cure } from '../forecast/cures.ts';
import { accept } from '../ledger/accept.ts';
import { decidedNext } from '../ledger/planInForce.ts';
import { tasksFor } from '../tasks/tasks.ts';
import { choice, newId, SEEDS, towelBench, warmSince } from '../testing/towelBench.ts';
import { givenUp, recordAfterAll } from './afterAll.ts';
import { recordCure } from './amend.ts';
import { recordAnswer, usualAnswer } from './answer.ts';
import { recordFinish } from './record.ts';
import { recordSayings } from './sayings.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const { count, moveOn, onTowel, placeOf, put, read, situation } = towelBench(SALLOW_GAP);
const camas = of('camassia-quamash');

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
    const goOn = (day: string) => moveOn(batch, camas, day);
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
    const goOn = (day: string) => moveOn(batch, camas, day);
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
