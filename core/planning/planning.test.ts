import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Highs } from 'highs';
import { type Random, randomFrom } from '../chance/random.ts';
import { Improving } from './improving.ts';
import { loadHighs } from './loadHighs.ts';
import { costOf, type Picked, type PlanChoice, type PlanProblem } from './problem.ts';
import { gapOf, solve } from './solve.ts';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** A season of a few rows, resources and stocks, drawn from a stream. */
function season(random: Random, { rows, choices, days }: { rows: number; choices: number; days: number }): PlanProblem {
  const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  const resources = Array.from({ length: whole(1, 3) }, () =>
    whole(0, 2) > 0
      ? [{ from: 0, free: whole(1, 5) }]
      : [
          { from: 0, free: whole(0, 4) },
          { from: whole(2, days), free: whole(0, 6) },
        ],
  );
  const stocks = Array.from({ length: whole(0, 2) }, () => whole(5, 40));
  return {
    resources,
    stocks,
    rows: Array.from({ length: rows }, () => ({
      unkept: [1000, 100, 10][whole(0, 2)] as number,
      choices: Array.from({ length: whole(0, choices) }, () => {
        const [from, long] = [whole(0, days - 2), whole(1, days)];
        return {
          cost: Math.round(random() * 120) / 4,
          takes: stocks.length > 0 ? [{ stock: whole(0, stocks.length - 1), count: whole(1, 20) }] : [],
          uses: resources.map((_, resource) => ({ resource, from: from + resource, to: from + resource + long, amount: whole(0, 3) })),
        };
      }),
    })),
  };
}

/** Counted day by day, by nothing that the planner uses. */
function over({ rows, resources, stocks }: PlanProblem, picked: Picked): boolean {
  const made = picked.flatMap((at, row) => (at === undefined ? [] : [rows[row]?.choices[at] as PlanChoice]));
  if (
    stocks.some(
      (stock, i) => made.reduce((sum, { takes }) => sum + takes.reduce((s, t) => s + (t.stock === i ? t.count : 0), 0), 0) > stock,
    )
  )
    return true;
  for (const [resource, free] of resources.entries())
    for (let day = 0; day < 200; day++) {
      let load = 0;
      for (const { uses } of made)
        for (const use of uses) if (use.resource === resource && use.from <= day && day < use.to) load += use.amount;
      const left = free.filter(({ from }) => from <= day).at(-1)?.free ?? 0;
      // What nobody uses may be less than nothing: a place that is too full already.
      if (load > 0 && load > left + 1e-9) return true;
    }
  return false;
}

/** The least that any plan costs, by trying every one. */
function bruteForce(problem: PlanProblem): number {
  const tryFrom = (picked: (number | undefined)[]): number => {
    if (picked.length === problem.rows.length) return over(problem, picked) ? Number.POSITIVE_INFINITY : costOf(problem, picked);
    const { choices } = problem.rows[picked.length] as PlanProblem['rows'][number];
    return Math.min(...[undefined, ...choices.keys()].map((at) => tryFrom([...picked, at])));
  };
  return tryFrom([]);
}

describe('a season of many wishes', () => {
  test('is planned as well as by trying every plan, on two hundred small seasons', () => {
    for (let i = 0; i < 200; i++) {
      const problem = season(randomFrom(`small ${i}`), { rows: 4, choices: 4, days: 12 });
      const { picked, cost, bound } = solve(highs, problem, { gap: 0, limit_s: 20, start: problem.rows.map(() => undefined) });
      expect(over(problem, picked)).toBe(false);
      expect(costOf(problem, picked)).toBe(cost);
      expect([i, cost]).toEqual([i, bruteForce(problem)]);
      expect(bound).toBeLessThanOrEqual(cost + 1e-6);
    }
  });

  test('never takes more than is free, on any day, in the first plan, a better one and the best', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const problem = season(randomFrom(String(seed)), { rows: 9, choices: 12, days: 60 });
        const improving = new Improving(problem);
        const first = improving.best;
        const better = improving.improve(200);
        const solved = solve(highs, problem, { gap: 0.001, limit_s: 10, start: better.picked });
        expect([first, better, solved].map(({ picked }) => over(problem, picked))).toEqual([false, false, false]);
        expect(better.cost).toBeLessThanOrEqual(first.cost);
        expect(solved.cost).toBeLessThanOrEqual(better.cost);
        expect(gapOf(problem, solved)).toBeLessThanOrEqual(0.0011);
      }),
      { numRuns: 40 },
    );
  });

  test('with nothing wished, or nothing that could be done, is planned at once', () => {
    const none = { rows: [], resources: [], stocks: [] };
    expect(solve(highs, none, { gap: 0.01, limit_s: 5, start: [] })).toEqual({ picked: [], cost: 0, bound: 0 });
    const hopeless: PlanProblem = { rows: [{ unkept: 10, choices: [] }], resources: [], stocks: [] };
    expect(new Improving(hopeless).improve(50)).toEqual({ picked: [undefined], cost: 10 });
    expect(gapOf(hopeless, solve(highs, hopeless, { gap: 0.01, limit_s: 5, start: [undefined] }))).toBe(0);
  });
});
