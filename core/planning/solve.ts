import type { Highs } from 'highs';
import { asModel } from './asModel.ts';
import { costOf, type Picked, type PlanProblem } from './problem.ts';

/** A plan, what it costs, and the least that any plan costs, as far as that is proven. */
export interface Solved {
  picked: Picked;
  cost: number;
  bound: number;
}

/** How far a solver goes: up to a gap, or for so long, s; from which plan on, and who is shown what is better, or better proven, on the way. */
export interface Limits {
  gap: number;
  limit_s: number;
  start: Picked;
  onward?: (so: Solved) => void;
}

/** What every row's keeping is worth together: what leaving them all would cost. */
export function worthOfSolution({ rows }: PlanProblem): number {
  return rows.reduce((sum, { unkept }) => sum + unkept, 0);
}

/** How much more of its worth the best plan might keep than this one does, as a share of what the best might keep, 0 to 1. */
export function gapOf(problem: PlanProblem, { cost, bound }: Pick<Solved, 'cost' | 'bound'>): number {
  const most = worthOfSolution(problem) - bound;
  return most > 0 ? Math.max(0, (cost - bound) / most) : 0;
}

/** Solves a problem exactly, up to a gap. Blocks until then: it belongs into a worker. */
export function solve(highs: Highs, problem: PlanProblem, { gap, limit_s, start, onward }: Limits): Solved {
  const { data, read, write } = asModel(problem);
  const worth = worthOfSolution(problem);
  let best: Solved = { picked: start, cost: costOf(problem, start), bound: 0 };
  // The model counts what is saved, so that a gap is a share of what is kept.
  const better = (picked: Picked | undefined, saved: number | undefined): undefined => {
    const cost = picked ? costOf(problem, picked) : best.cost;
    const bound = saved !== undefined && Number.isFinite(saved) ? worth + saved : 0;
    if (cost >= best.cost && bound <= best.bound) return undefined;
    best = {
      picked: picked && cost < best.cost ? picked : best.picked,
      cost: Math.min(cost, best.cost),
      bound: Math.max(bound, best.bound),
    };
    onward?.(best);
    return undefined;
  };
  if (data.numCols === 0) return { ...best, bound: best.cost };
  return highs.withModel(data, (model) => {
    model.options.set({ output_flag: false, presolve: 'off', mip_rel_gap: gap, time_limit: limit_s });
    const values = write(start);
    model.setSolution({ indices: Int32Array.from(values.keys()), values });
    const { mipImprovingSolution, mipLogging } = highs.constants.callbackType;
    model.run({
      [mipImprovingSolution]: ({ data: { mip_solution: columns, mip_dual_bound: saved } }) => better(columns && read(columns), saved),
      [mipLogging]: ({ data: { mip_dual_bound: saved } }) => better(undefined, saved),
    });
    better(read(model.getSolution().colValue), Number(model.info.get('mip_dual_bound')));
    return best;
  });
}
