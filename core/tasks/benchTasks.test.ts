import { asRead } from '@chill/words/testing.ts';
import { describe, expect, test } from '@jest/globals';
import { freshWaterTasks, turnTasks } from './benchTasks.ts';
import type { TaskContext } from './task.ts';

const ON = '2027-02-16';
const begun = Date.parse(`${ON}T06:00:00Z`);

/** A batch in a soak of a day, or in its freezer turns, as far as these tasks look at it. */
function at(now: string | undefined, freshWater_ms: number[] = []): TaskContext {
  const timer = { id: 't', stage: 0, step: 'soak', seconds: 86_400, started_ms: begun, ended: false };
  return {
    batch: { id: 'b' },
    projection: { state: { timers: [timer], freshWater_ms, stages: [{}], turns: [] } },
    situation: { today: ON, nursery: { timeZone: 'UTC' }, ...(now && { now }) },
    index: 0,
    stage: { start: ON, end: '2027-02-22', placeId: 'bench' },
  } as unknown as TaskContext;
}

describe('tasks by the hour', () => {
  test.each([
    ['long before its hour', `${ON}T09:00:00Z`, 0],
    ['within an hour of it', `${ON}T17:10:00Z`, 1],
    ['past it', `${ON}T23:00:00Z`, 1],
    ['once the soak is over', '2027-02-17T07:00:00Z', 0],
    ['where nobody knows the moment', undefined, 1],
  ])('fresh water %s', (_, now, tasks) => {
    expect(freshWaterTasks(at(now))).toHaveLength(tasks);
  });
  test('given, it is not asked for again until twelve hours later, and not just before the draining', () => {
    const [task] = asRead(freshWaterTasks(at(`${ON}T18:05:00Z`)));
    expect(task).toMatchObject({ kind: 'freshWater', due: ON, placeId: 'bench', hint: expect.stringContaining('at 18:00') });
    expect(freshWaterTasks(at(`${ON}T23:00:00Z`, [Date.parse(`${ON}T18:05:00Z`)]))).toEqual([]);
  });
  test('a freezer turn is due a day after the last, to the other side', () => {
    const context = at(undefined);
    const turned = { ...context.projection.state, turns: [{ on: ON, at_ms: begun, into: 'freezer' as const }] };
    const [task] = asRead(turnTasks({ ...context, projection: { ...context.projection, state: turned } }));
    expect(task).toMatchObject({ due: '2027-02-17', title: 'Move to the fridge' });
  });
});
