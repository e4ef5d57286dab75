import { SALLOW_GAP } from '@chill/demo/nursery.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { addDays } from '../calendar/dates.ts';
import { accept } from '../ledger/accept.ts';
import { recordCure } from '../record/amend.ts';
import { recordAnswer, usualAnswer } from '../record/answer.ts';
import type { Recorded } from '../record/record.ts';
import { recordFinish, recordMoves, recordPlantOut, recordPotted, recordTending, recordTendingMoved } from '../record/record.ts';
import { choice, newId, towelBench, warmSince } from '../testing/towelBench.ts';
import { broughtOn } from './growTasks.ts';
import type { Task } from './task.ts';
import { tasksFor } from './tasks.ts';

const handbook = loadHandbook();
const of = (id: string) => handbook.find((one) => one.id === id) as Species;
const { count, moveOn, onTowel, put, read, situation } = towelBench(SALLOW_GAP);
const larch = of('larix-occidentalis');

function putAll(batch: Batch, recorded: Recorded): void {
  if ('reason' in recorded) throw new Error(recorded.reason.key);
  for (const event of recorded.events) put(batch, event);
}

/** Twenty seedlings in pots, so many to each, the towel cleared. */
function inPots(each = 1): { batch: Batch; on: string } {
  const batch = onTowel(larch);
  const on = addDays(warmSince(batch), 14);
  count(batch, on, 20);
  const state = () => read(batch, larch, on).projection.state;
  putAll(batch, recordPotted(state(), 20, each, on, newId));
  putAll(batch, recordFinish(batch, state(), 'lost', situation(larch, on), on, newId));
  return { batch, on };
}

const tasksOn = (batch: Batch, on: string, species = larch) => {
  const { now, projection } = read(batch, species, on);
  return tasksFor(now, projection, situation(species, on));
};
const tended = (batch: Batch, on: string) => tasksOn(batch, on).flatMap(({ tending }) => tending ?? []);

describe('seedlings in their pots', () => {
  test('lost, are told as that: what came is not praised for the seed that was given up on', () => {
    const { batch, on } = inPots();
    const day = addDays(on, 7);
    const { now, projection } = read(batch, larch, day);
    const task = tasksOn(batch, day).find(({ kind }) => kind === 'check');
    if (!task) throw new Error('Nothing to look at.');
    const answer = { ...usualAnswer(task, projection.state), lost: 4 };
    putAll(batch, recordAnswer(task, answer, now, projection.state, situation(larch, day), newId));
    const because = read(batch, larch, day).projection.promised?.because ?? [];
    const by = (code: string) => because.find((cause) => cause.code === code);
    expect(by('seedlings')).toMatchObject({ count: 4, plants: expect.any(Number) });
    expect(by('seedlings')?.plants).toBeLessThan(-1);
    expect(by('lost')).toBeUndefined();
    // Twenty of sixty came, where more than half were expected.
    expect(by('came')?.plants).toBeLessThan(0);
    expect(Math.abs(by('rest')?.plants ?? 0)).toBeLessThanOrEqual(3);
  });
  test('ask for each step on its day, until it is done; undone, it is asked for again', () => {
    const { batch, on } = inPots();
    expect(tended(batch, on)).toEqual(expect.arrayContaining(['domeOff', 'prickOut', 'feed', 'potOn', 'hardenOff']));
    const task = tasksOn(batch, on).find(({ tending }) => tending === 'prickOut');
    if (!task) throw new Error('Nothing to prick out.');
    const day = addDays(task.due, 1);
    const late = tasksOn(batch, day).find(({ tending }) => tending === 'prickOut');
    expect(asRead(late?.lateness)).toBe('1 day late. Left together, roots grow into each other.');
    const { now, projection } = read(batch, larch, day);
    putAll(
      batch,
      recordAnswer(task, { ...usualAnswer(task, projection.state), lost: 2 }, now, projection.state, situation(larch, day), newId),
    );
    expect(tended(batch, day)).not.toContain('prickOut');
    expect(read(batch, larch, day).projection.state.counts).toMatchObject({ potted: 18 });
    put(batch, { id: newId(), on: day, kind: 'reversed', reverses: batch.events.at(-1)?.id as string });
    expect(tended(batch, day)).toContain('prickOut');
    expect(read(batch, larch, day).projection.state.counts).toMatchObject({ potted: 20 });
  });

  test('a step put to another day is asked for then, and never to a day that is past; planting out moved takes hardening off with it', () => {
    const { batch, on } = inPots();
    putAll(batch, recordTendingMoved('plantOut', '2027-06-20', on, newId));
    const due = (kind: string) => tasksOn(batch, on).find((one) => one.kind === kind || one.tending === kind)?.due;
    expect([due('plantOut'), due('hardenOff')]).toEqual(['2027-06-20', '2027-06-12']);
    const past = recordTendingMoved('feed', addDays(on, -1), on, newId);
    expect('events' in past && accept(batch, past.events, on)).toMatchObject({ ok: false, field: 'events.0.to' });
  });

  test('several to a pot are thinned to one: so many come off, and were not counted on', () => {
    const [one, three] = [inPots(), inPots(3)];
    const plants = ({ batch, on }: typeof one) => read(batch, larch, on).projection.promised?.now as { low: number; high: number };
    expect(plants(three).high).toBeLessThanOrEqual(7);
    expect(plants(one).high).toBeGreaterThan(10);
    const grown = broughtOn(three.batch, read(three.batch, larch, three.on).projection, situation(larch, three.on));
    const thin = grown?.steps.find(({ kind }) => kind === 'thin');
    expect(thin?.off).toBe(13);
    const state = () => read(three.batch, larch, thin?.from as string).projection.state;
    putAll(three.batch, recordTending('thin', 13, state(), thin?.from as string, newId));
    expect(state().counts).toMatchObject({ potted: 7, discarded: 53 });
    expect(plants(three).high).toBeLessThanOrEqual(7);
    expect(recordTending('thin', 8, state(), thin?.from as string, newId)).toMatchObject({ field: 'lost' });
  });

  test('stand by themselves while the rest is in a second cold: watered each week, and that is no look into the bag', () => {
    const camas = of('camassia-quamash');
    const batch = onTowel(camas, 0.6);
    const on = addDays(warmSince(batch), 30);
    count(batch, on, 3);
    putAll(batch, recordMoves(read(batch, camas, on).projection.state, { potted: 3 }, on, newId));
    const { projection, advice } = read(batch, camas, on);
    const cure = choice(advice, 'secondCold')?.cure;
    if (!cure) throw new Error('No second cold.');
    putAll(batch, recordCure(cure, projection.state, on, newId));
    moveOn(batch, camas, on);
    const early = read(batch, camas, on);
    expect((early.projection.early?.out as string) < early.projection.plantOut).toBe(true);
    const out = recordPlantOut(early.now, early.projection.state, 3, { others: 'lost' }, on, newId);
    expect('events' in out && out.events).toMatchObject([{ kind: 'seedsMoved', moves: [{ to: 'plantedOut', count: 3 }] }]);
    const day = addDays(on, 7);
    const find = (what: (task: Task) => boolean) => tasksOn(batch, day, camas).find(what);
    const [water, check] = [find(({ tending }) => tending === 'water'), find(({ kind }) => kind === 'check')];
    expect(water).toMatchObject({ due: day });
    expect(water?.placeId).not.toBe(check?.placeId);
    const before = read(batch, camas, day).projection.state.seen.length;
    putAll(batch, recordTending('water', 1, read(batch, camas, day).projection.state, day, newId));
    expect(read(batch, camas, day).projection.state.seen).toHaveLength(before);
    expect(find(({ tending }) => tending === 'water')?.due).toBe(addDays(day, 7));
    expect(find(({ kind }) => kind === 'check')?.due).toBe(check?.due);
  });
});
