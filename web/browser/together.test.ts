import { describe, expect, test } from '@jest/globals';
import { ApiProblem } from './api.ts';
import { ChangedMeanwhile, saveTogether } from './together.ts';

interface Place {
  name: string;
  capacity: number;
  usedBy?: string;
  version?: number;
}
const base: Place = { name: 'Fridge', capacity: 24, version: 1 };

/** What a server does that has the record as somebody else left it. */
function server(stands: Place) {
  let now = stands;
  const put = async (sent: Place): Promise<Place> => {
    if (sent.version !== now.version)
      throw new ApiProblem({ type: 'urn:chill:problem:conflict', title: 'It changed', status: 409, is: now });
    now = { ...sent, version: (now.version ?? 0) + 1 };
    return now;
  };
  return { put, now: () => now };
}

describe('two people change one thing', () => {
  test('in different parts: both stay', async () => {
    const { put, now } = server({ ...base, capacity: 30, version: 2 });
    await saveTogether({ ...base, usedBy: 'everybody' }, base, put);
    expect(now()).toEqual({ name: 'Fridge', capacity: 30, usedBy: 'everybody', version: 3 });
  });

  test('in the same part: neither is written over unseen; mine holds theirs everywhere else', async () => {
    const { put, now } = server({ name: 'Fridge', capacity: 30, usedBy: 'Tuesday people', version: 2 });
    const changed = await saveTogether({ ...base, capacity: 12 }, base, put).catch((error: ChangedMeanwhile<Place>) => error);
    expect(changed).toBeInstanceOf(ChangedMeanwhile);
    expect((changed as ChangedMeanwhile<Place>).theirs.capacity).toBe(30);
    expect((changed as ChangedMeanwhile<Place>).mine).toMatchObject({ capacity: 12, usedBy: 'Tuesday people' });
    expect(now().capacity).toBe(30);
  });

  test('and what one took out stays out', async () => {
    const before = { ...base, usedBy: 'everybody' };
    const { put, now } = server({ ...before, capacity: 30, version: 2 });
    await saveTogether(base, before, put);
    expect(now()).toEqual({ ...base, capacity: 30, version: 3 });
  });
});
