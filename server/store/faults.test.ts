import { expect, test } from '@jest/globals';
import { faultsInTurn } from '../../scripts/attack/faults.ts';
import { FAILURES } from './faulty.ts';

test.each(FAILURES)(
  'whichever call to the database fails, %s: what was acknowledged is there after a kill, and what was not is not',
  async (how) => {
    const { calls, failed, restarts, saved, wrong, intact } = await faultsInTurn(how, 2);
    expect(wrong).toEqual([]);
    expect(intact).toBe('ok');
    expect(failed).toBeGreaterThan(10);
    expect(restarts).toBeLessThan(failed / 2);
    for (const count of Object.values(saved)) expect(count).toBeGreaterThan(calls / 3);
  },
  // A busy machine takes its time; what hangs is ended all the same.
  900_000,
);
