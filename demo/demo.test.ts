import { fold } from '@chill/core/ledger/fold.ts';
import { loadHandbook } from '@chill/handbook/load.ts';
import { describe, expect, test } from '@jest/globals';
import { growDemoNursery } from './grow.ts';
import { BATCHES, DEMO_DAY, LOTS } from './nursery.ts';

const handbook = loadHandbook();
const grown = withoutClockOrChance(() => growDemoNursery(handbook));
const states = grown.batches.map(({ made, events }) =>
  fold(
    made.plan,
    events.flatMap((step) => step.events),
  ),
);

/** Does something of which nothing may hang on when it is done, nor on luck: both are out of reach meanwhile. */
function withoutClockOrChance<T>(done: () => T): T {
  const [TrueDate, trueRandom, trueCrypto] = [Date, Math.random, globalThis.crypto];
  const refuse = (): never => {
    throw new Error('The demo asks for the time or for luck: it would not be the same every time.');
  };
  Math.random = refuse;
  globalThis.Date = new Proxy(TrueDate, {
    construct: (_, given: [string]) => (given.length > 0 ? new TrueDate(...given) : refuse()),
    get: (date, name, as) => (name === 'now' ? refuse : Reflect.get(date, name, as)),
  });
  Object.defineProperty(globalThis, 'crypto', { configurable: true, get: refuse });
  try {
    return done();
  } finally {
    globalThis.Date = TrueDate;
    Math.random = trueRandom;
    Object.defineProperty(globalThis, 'crypto', { configurable: true, value: trueCrypto });
  }
}

describe('the demo nursery', () => {
  test('is two dozen lots and some forty batches, at every station of the run', () => {
    expect(LOTS).toHaveLength(25);
    expect(BATCHES.length).toBeGreaterThanOrEqual(40);
    const at = (wanted: string) =>
      grown.batches.filter(({ made }, i) => !states[i]?.closedOn && made.plan.stages[states[i]?.stage ?? 0]?.kind === wanted).length;
    for (const kind of ['coldMoist', 'coldDry', 'freezerTurns', 'warmTowel', 'pot']) expect([kind, at(kind) > 0]).toEqual([kind, true]);
    expect(states.some((state) => state.closedOn)).toBe(true);
  });

  test('accounts for every seed', () => {
    for (const [i, state] of states.entries()) {
      expect(Object.values(state.counts).reduce((sum, count) => sum + count, 0)).toBe(grown.batches[i]?.made.plan.seeds);
    }
  });

  test('takes no lot beyond what it holds', () => {
    for (const lot of grown.lots) {
      const taken = grown.batches.filter(({ made }) => made.lotId === lot.id).reduce((sum, { made }) => sum + made.plan.seeds, 0);
      expect([lot.code, taken <= lot.seeds]).toEqual([lot.code, true]);
    }
  });

  test('holds four trials, two of them over: arms of one lot begun on one day, of as many seeds, one of them the control', () => {
    const inTrials = grown.batches.filter(({ made }) => made.trial);
    const ids = new Set(inTrials.map(({ made }) => made.trial?.id));
    expect(ids.size).toBe(4);
    for (const id of ids) {
      const arms = inTrials.filter(({ made }) => made.trial?.id === id);
      const same = (pick: (made: (typeof arms)[number]['made']) => unknown) => new Set(arms.map(({ made }) => pick(made))).size;
      expect([same((made) => made.lotId), same((made) => made.madeOn), same((made) => made.plan.seeds)]).toEqual([1, 1, 1]);
      expect(arms.filter(({ made }) => made.trial?.control)).toHaveLength(1);
    }
  });

  test('grew without a look at the clock or to chance, and writes nothing after the day on which it opens', () => {
    expect(grown.batches.flatMap(({ events }) => events.map((step) => step.on)).filter((on) => on > DEMO_DAY)).toEqual([]);
    for (const look of [() => new Date(), () => Date.now(), () => Math.random(), () => crypto.randomUUID()])
      expect(() => withoutClockOrChance<unknown>(look)).toThrow('same every time');
  });

  test('has simulated seeds that come about as often as core expects of them', () => {
    const finished = grown.batches.flatMap(({ made }, i) =>
      states[i]?.stages.at(-1)?.startedOn ? [{ plan: made.plan, state: states[i] }] : [],
    );
    const plants = finished.reduce((sum, { state }) => sum + (state?.counts.potted ?? 0) + (state?.counts.plantedOut ?? 0), 0);
    const low = finished.reduce((sum, { plan }) => sum + plan.expects.low, 0);
    const high = finished.reduce((sum, { plan }) => sum + plan.expects.high, 0);
    expect(plants).toBeGreaterThan(low * 0.8);
    expect(plants).toBeLessThan(high * 1.2);
  });
});
