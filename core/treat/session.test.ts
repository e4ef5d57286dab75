import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type BenchJob, benchJob, orderSession } from './session.ts';

const step = fc.record({
  what: fc.constant('step'),
  hands_min: fc.integer({ min: 1, max: 30 }),
  wait_min: fc.constantFrom(0, 0, 5, 20, 720),
});
const jobs = fc
  .array(fc.record({ ready_min: fc.constantFrom(0, 0, 15), steps: fc.array(step, { minLength: 1, maxLength: 3 }) }), {
    minLength: 1,
    maxLength: 4,
  })
  .map((all): BenchJob[] => all.map((job, i) => ({ ...job, batchId: `b${i}` })));

/** The soonest that one pair of hands can be free, tried by brute force over every interleaving of steps, also idle ones. */
function soonestFree(all: readonly BenchJob[]): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (now: number, at: readonly { next: number; ready: number }[]) => {
    if (now >= best) return;
    if (at.every(({ next }, i) => next >= (all[i] as BenchJob).steps.length)) {
      best = now;
      return;
    }
    for (const [i, { next, ready }] of at.entries()) {
      const one = (all[i] as BenchJob).steps[next];
      if (!one) continue;
      const end = Math.max(now, ready) + one.hands_min;
      go(
        end,
        at.map((old, k) => (k === i ? { next: next + 1, ready: end + one.wait_min } : old)),
      );
    }
  };
  go(
    0,
    all.map(({ ready_min }) => ({ next: 0, ready: ready_min })),
  );
  return best;
}

describe('a session at the bench', () => {
  test('one pair of hands: no two steps at once, each batch in its own order, each wait waited', () => {
    fc.assert(
      fc.property(jobs, (all) => {
        const { steps } = orderSession(all);
        const ordered = steps.every(
          (one, i) => i === 0 || one.start_min >= (steps[i - 1]?.start_min ?? 0) + (steps[i - 1]?.hands_min ?? 0) - 1e-9,
        );
        const kept = all.every((job) => {
          const mine = steps.filter(({ batchId }) => batchId === job.batchId);
          let ready = job.ready_min;
          return (
            mine.length === job.steps.length &&
            mine.every((one) => {
              const fine = one.start_min >= ready - 1e-9;
              ready = one.start_min + one.hands_min + one.wait_min;
              return fine;
            })
          );
        });
        return ordered && kept;
      }),
    );
  });
  test('frees the hands nearly as soon as any order could, waits of idleness included', () => {
    let exact = 0;
    fc.assert(
      fc.property(jobs, (all) => {
        const { free_min } = orderSession(all);
        const best = soonestFree(all);
        if (free_min === best) exact += 1;
        return free_min >= best && free_min <= best * 1.5;
      }),
      { numRuns: 60, seed: 4 },
    );
    expect(exact).toBeGreaterThanOrEqual(50);
  });
  test('starts the long soak first, and nicks while the kettle boils', () => {
    const hot: BenchJob = {
      batchId: 'hot',
      ready_min: 0,
      steps: [
        { what: 'kettle', hands_min: 1, wait_min: 5 },
        { what: 'pour', hands_min: 2, wait_min: 720 },
      ],
    };
    const nick: BenchJob = { batchId: 'nick', ready_min: 0, steps: [{ what: 'nick', hands_min: 20, wait_min: 0 }] };
    const soak: BenchJob = { batchId: 'soak', ready_min: 0, steps: [{ what: 'soak', hands_min: 2, wait_min: 840 }] };
    const order = orderSession([nick, hot, soak]);
    expect(order.steps.map(({ what }) => what)).toEqual(['soak', 'kettle', 'nick', 'pour']);
    expect(order).toMatchObject({ free_min: 25, hands_min: 25, saved_min: 5 });
  });
  test('what presses goes before anything else', () => {
    const drowning: BenchJob = { batchId: 'drowning', ready_min: 0, pressing: true, steps: [{ what: 'drain', hands_min: 3, wait_min: 0 }] };
    const soak: BenchJob = { batchId: 'soak', ready_min: 0, steps: [{ what: 'soak', hands_min: 2, wait_min: 840 }] };
    expect(orderSession([soak, drowning]).steps[0]?.batchId).toBe('drowning');
  });
  test('a batch is taken from where it stands to its first long wait, and a soak that is over presses', () => {
    const stages = (['openCoat', 'soak', 'coldMoist'] as const).map((kind) => ({ kind }));
    const fresh = { stage: 0, underWay: false, timers: [] };
    const base = { batchId: 'b', stages, seeds: 60, perSeed_s: 10 };
    expect(benchJob({ ...base, state: fresh }, 0).steps.map(({ what, hands_min }) => [what, hands_min])).toEqual([
      ['scarify', 10],
      ['start the soak', 2],
    ]);
    const timer = { id: 't', stage: 1, step: 'soak' as const, seconds: 3600, started_ms: 0, ended: false };
    const soaking = { stage: 1, underWay: true, timers: [timer] };
    expect(benchJob({ ...base, state: soaking }, 1_800_000)).toMatchObject({
      ready_min: 30,
      steps: [{ what: 'drain' }, { what: 'pack' }],
    });
    expect(benchJob({ ...base, state: soaking }, 9_000_000)).toMatchObject({ ready_min: 0, pressing: true });
  });
});
